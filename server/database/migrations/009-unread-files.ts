import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- of a file whose bytes could not be read there is no hash: an empty text made two such files equal
    alter table received_file alter column sha256 drop not null;
    update received_file set sha256 = null where sha256 = '';
    update ruling set file = jsonb_set(file, '{sha256}', 'null') where file->>'sha256' = '';
    update check_run set rulings = (
      select jsonb_agg(case when one->'file'->>'sha256' = '' then jsonb_set(one, '{file,sha256}', 'null') else one end order by position)
      from jsonb_array_elements(rulings) with ordinality as list(one, position)
    ) where rulings @> '[{"file": {"sha256": ""}}]';
  `)
}
