import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table job drop constraint job_kind_check,
      add constraint job_kind_check check (kind in ('check', 'corrected-copy', 'mail', 'scan', 'pack'));
  `)
}
