import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- the file everybody of a brief begins from, given out under each right name
    create table start_file (
      brief_id uuid primary key references brief on delete cascade,
      content_id uuid not null references content,
      name text not null,
      size bigint not null,
      put_by uuid references account on delete set null,
      put_at timestamptz not null default now()
    );
    create index on start_file (content_id);
  `)
}
