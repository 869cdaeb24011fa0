import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- deleted by its owner, and taken back for a while; then the sweeper makes it real
    alter table brief add column deleted_at timestamptz;
    create index on brief (deleted_at) where deleted_at is not null;
    create index on event (brief_id, at);
  `)
}
