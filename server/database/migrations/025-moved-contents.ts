import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- where a sealed content lies if not here: s3://bucket/key, and the mark it had there when it was read back
    alter table content add column moved_to text, add column moved_mark text,
      add constraint content_away check (moved_to is null or state = 'sealed') not valid;
    create index content_here on content (id) where state = 'sealed' and not own and moved_to is null and broken_at is null;
    create index content_moved on content (id) where moved_to is not null;

    -- objects that may lie in a store and belong to no content: written down before they are put there
    create table content_leftover (
      address text primary key,
      content_id uuid not null,
      at timestamptz not null default now()
    );
    create function content_leaves() returns trigger language plpgsql as $$
    begin
      insert into content_leftover (address, content_id) values (old.moved_to, old.id) on conflict do nothing;
      return old;
    end $$;
    create trigger content_leaves after delete on content for each row when (old.moved_to is not null) execute function content_leaves();

    -- pieces of a content that lies elsewhere, or is damaged, may be taken away, and put back by whoever says that it is this that they do
    create or replace function chunk_arrives() returns trigger language plpgsql as $$
    declare
      held text;
      away boolean;
      broken boolean;
      brings boolean := coalesce(current_setting('usitor.brings', true), '') = 'yes';
    begin
      -- locked until the piece is there: nobody seals in between
      select state, moved_to is not null, broken_at is not null into held, away, broken
        from content where id = coalesce(new.content_id, old.content_id) for share;
      if tg_op = 'DELETE' then
        -- gone with its content, never alone
        if held is not null and held <> 'receiving' and not away and not (broken and brings) then
          raise exception 'content % is %', old.content_id, held using errcode = 'US001';
        end if;
        return old;
      end if;
      if tg_op = 'UPDATE' then
        raise exception 'a piece of content % is there already', old.content_id using errcode = 'US001';
      end if;
      if held <> 'receiving' and not ((away or broken) and brings) then
        raise exception 'content % is %', new.content_id, held using errcode = 'US001';
      end if;
      return new;
    end $$;
  `)
}
