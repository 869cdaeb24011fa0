import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- archives or mails a file lay in, outermost first, and the address it was sent from
    alter table received_file add column container text[] collate "C" not null default '{}';
    alter table received_file add column sender text collate "C";
    alter table received_file drop constraint received_file_intake_id_path_key;
    alter table received_file add constraint received_file_place unique (intake_id, container, path);
    create index on received_file (sha256);
  `)
}
