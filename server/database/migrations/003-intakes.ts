import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table content (
      id uuid primary key,
      -- null until sealed: what is not sealed was never received
      sha256 text collate "C" unique,
      size bigint not null,
      created_at timestamptz not null default now()
    );
    create table content_chunk (
      content_id uuid not null references content on delete cascade,
      number integer not null,
      bytes bytea not null,
      primary key (content_id, number)
    );
    -- file contents hardly compress, and external storage lets ranges be read without unpacking
    alter table content_chunk alter column bytes set storage external;
    create table reading (
      id uuid primary key,
      -- null where only a browser said so: such a reading serves no other file
      sha256 text collate "C",
      reader_version integer not null,
      reading jsonb not null,
      unique (sha256, reader_version)
    );
    create table intake (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      root text not null,
      state text not null check (state in ('receiving', 'complete')),
      keeps boolean not null,
      -- made by the page, so that the same intake sent twice is one
      key text collate "C" not null,
      stated_at timestamptz,
      files integer not null default 0,
      bytes bigint not null default 0,
      created_by uuid references account on delete set null,
      created_at timestamptz not null default now(),
      completed_at timestamptz,
      replaced_at timestamptz,
      unique (brief_id, key)
    );
    create table received_file (
      id uuid primary key,
      intake_id uuid not null references intake on delete cascade,
      -- the name's own bytes where they differ from the UTF-8 of the shown path
      raw_path bytea,
      path text collate "C" not null,
      size bigint not null,
      modified_at timestamptz,
      sha256 text collate "C" not null,
      content_id uuid references content,
      reading_id uuid references reading,
      verified boolean not null default false,
      unique (intake_id, path)
    );
    create index on received_file (content_id);
    create index on received_file (reading_id);
  `)
}
