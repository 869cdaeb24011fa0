import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- which look at a place saw a file first
    alter table received_file add column seen_at timestamptz;
    -- subject and first words of the message that brought a file: they may say what it is
    alter table received_file add column letter text collate "C" check (length(letter) <= 4000);
  `)
}
