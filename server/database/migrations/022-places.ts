import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- where files of a brief arrive by themselves and are looked for
    create table place (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      kind text not null,
      root text not null,
      settings jsonb not null,
      -- sealed for this row; null: none is needed
      secret bytea,
      keeps boolean not null,
      -- null: by hand alone
      every_minutes integer check (every_minutes between 1 and 10080),
      made_by uuid references account on delete set null,
      made_at timestamptz not null default now(),
      next_at timestamptz,
      looked_at timestamptz,
      last jsonb,
      failures integer not null default 0,
      problem text,
      failing_since timestamptz,
      told_at timestamptz,
      removed_at timestamptz
    );
    create unique index on place (brief_id, root) where removed_at is null;
    create index on place (next_at) where removed_at is null;
    -- one scan's listing, while it goes on: stretches still to be looked at, and what was seen
    create table place_look (
      job_id uuid not null references job on delete cascade,
      cursor text collate "C" not null,
      done boolean not null default false,
      primary key (job_id, cursor)
    );
    create table place_file (
      job_id uuid not null references job on delete cascade,
      path text collate "C" not null,
      raw_path bytea,
      locator text not null,
      size bigint not null,
      modified_at timestamptz,
      mark text,
      -- seen; same: known from the scan before; read; waiting: it still grows; failed
      state text not null default 'seen',
      content_id uuid,
      primary key (job_id, path)
    );
    create index on place_file (job_id, state);
    -- what Usitor wrote to a place: that alone it may write over, and never takes for something received
    create table place_written (
      place_id uuid not null references place on delete cascade,
      path text collate "C" not null,
      mark text,
      sha256 text not null,
      size bigint not null,
      what text not null,
      check_id uuid,
      written_by uuid references account on delete set null,
      written_at timestamptz not null default now(),
      primary key (place_id, path)
    );
    -- what is handed on there, how it is called, and whether it takes the place of what was before: asked once, remembered
    alter table place add column hands_on jsonb, add column handed_check uuid;
    alter table intake add column place_id uuid references place on delete set null;
    create index on intake (place_id) where place_id is not null;
    alter table received_file add column mark text;
    alter table job drop constraint job_kind_check, add constraint job_kind_check check (kind in ('check', 'corrected-copy', 'mail', 'scan'));
  `)
}
