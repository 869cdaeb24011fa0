import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- what a list itself calls the columns that every list has: "Period" for the group
    alter table roster_version add column headings jsonb not null default '{}';
  `)
}
