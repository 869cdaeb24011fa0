import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- what was written down of a brief before it was packed away: rounds, letters, receipts; nothing is checked or sent by it
    create table earlier_record (
      brief_id uuid primary key references brief on delete cascade,
      record jsonb not null,
      read_by uuid references account on delete set null,
      read_at timestamptz not null default now()
    );
  `)
}
