import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- a content is received, then sealed while it is hashed, then for ever as it is
    alter table content add column state text not null default 'receiving' check (state in ('receiving', 'sealing', 'sealed'));
    -- what a job made is known by its own id alone: equal bytes may be somebody's file
    alter table content add column own boolean not null default false;
    alter table content add column verified_at timestamptz not null default now();
    -- bytes that no longer agree with their hash: nobody is given them
    alter table content add column broken_at timestamptz;
    update content set own = true where exists (select 1 from job_part where job_part.content_id = content.id);
    update content set state = 'sealed' where sha256 is not null;
    alter table content drop constraint content_sha256_key;
    create unique index content_same on content (sha256) where not own;
    create index on content (verified_at) where state = 'sealed';
    alter table content add constraint content_known check (state <> 'sealed' or sha256 is not null) not valid;

    create function content_moves() returns trigger language plpgsql as $$
    begin
      if old.state = 'sealed' and (new.state, new.sha256, new.size, new.own) is distinct from (old.state, old.sha256, old.size, old.own) then
        raise exception 'content % is sealed', old.id using errcode = 'US001';
      end if;
      if old.state = 'sealing' and (new.state = 'receiving' or new.size <> old.size) then
        raise exception 'content % is being sealed', old.id using errcode = 'US001';
      end if;
      return new;
    end $$;
    create trigger content_moves before update on content for each row execute function content_moves();

    create function chunk_arrives() returns trigger language plpgsql as $$
    declare
      held text;
    begin
      -- locked until the piece is there: nobody seals in between
      select state into held from content where id = coalesce(new.content_id, old.content_id) for share;
      if tg_op = 'DELETE' then
        -- gone with its content, never alone
        if held is not null and held <> 'receiving' then
          raise exception 'content % is %', old.content_id, held using errcode = 'US001';
        end if;
        return old;
      end if;
      if tg_op = 'UPDATE' then
        raise exception 'a piece of content % is there already', old.content_id using errcode = 'US001';
      end if;
      if held <> 'receiving' then
        raise exception 'content % is %', new.content_id, held using errcode = 'US001';
      end if;
      return new;
    end $$;
    create trigger chunk_arrives before insert or update or delete on content_chunk for each row execute function chunk_arrives();

    -- what a received file is never changes once its bytes begin to arrive
    create function received_stays() returns trigger language plpgsql as $$
    begin
      if old.verified
        and (new.verified, new.size, new.sha256, new.content_id) is distinct from (old.verified, old.size, old.sha256, old.content_id) then
        raise exception 'received file % has its bytes', old.id using errcode = 'US001';
      end if;
      if old.content_id is not null and new.size <> old.size then
        raise exception 'received file % is arriving', old.id using errcode = 'US001';
      end if;
      return new;
    end $$;
    create trigger received_stays before update on received_file for each row execute function received_stays();
  `)
}
