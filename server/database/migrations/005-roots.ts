import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- a person said that folders and names under this root are to be read as they stand
    alter table intake add column as_is boolean not null default false;
  `)
}
