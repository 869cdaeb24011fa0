import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- what was packed away together, and from when on its contents need not be kept here
    create table packed (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      title text not null,
      volumes integer not null check (volumes > 0),
      made integer not null check (made between 1 and volumes),
      packed_by uuid references account on delete set null,
      packed_at timestamptz not null default now(),
      let_go_at timestamptz,
      let_go_by uuid references account on delete set null,
      let_gone_at timestamptz
    );
    create index on packed (brief_id);
    create index on packed (let_go_at) where let_gone_at is null;
    create table packed_file (
      packed_id uuid not null references packed on delete cascade,
      received_file_id uuid not null references received_file on delete cascade,
      volume integer not null,
      primary key (packed_id, received_file_id)
    );
    create index on packed_file (received_file_id);

    alter table received_file add let_go_at timestamptz;
    create or replace function received_stays() returns trigger language plpgsql as $$
    begin
      if old.verified and (new.verified, new.size, new.sha256) is distinct from (old.verified, old.size, old.sha256) then
        raise exception 'received file % has its bytes', old.id using errcode = 'US001';
      end if;
      -- its bytes are let go of once, and what is known of it stays
      if old.verified and new.content_id is distinct from old.content_id
        and not (new.content_id is null and old.let_go_at is null and new.let_go_at is not null) then
        raise exception 'received file % has its bytes', old.id using errcode = 'US001';
      end if;
      if old.content_id is not null and new.size <> old.size then
        raise exception 'received file % is arriving', old.id using errcode = 'US001';
      end if;
      return new;
    end $$;
  `)
}
