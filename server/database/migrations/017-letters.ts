import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- what stands around the findings in the letters of one brief, and what an account writes where nothing is set
    create table brief_letter (
      brief_id uuid primary key references brief on delete cascade,
      words jsonb not null,
      set_by uuid references account on delete set null,
      set_at timestamptz not null default now()
    );
    alter table account add column letter_words jsonb;
  `)
}
