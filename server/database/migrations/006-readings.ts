import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- a check keeps the reading it was made with: a later reader may see the same bytes otherwise
    alter table check_file add column reading_id uuid references reading;
    update check_file set reading_id = received_file.reading_id from received_file where received_file.id = check_file.received_file_id;
    create index on check_file (reading_id);
  `)
}
