import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- a reminder that could not be sent is not told as one that was
    alter table reminder drop constraint reminder_state_check;
    alter table reminder add constraint reminder_state_check check (state in ('planned', 'sent', 'stopped', 'missed', 'failed'));
    alter table reminder add column problem text check (length(problem) <= 1000);
  `)
}
