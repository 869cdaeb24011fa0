import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- what a right path leaves open is stated beside it now; until here its text alone told
    update check_file set file = jsonb_set(file, '{open}', (
      select jsonb_agg(jsonb_build_object('field', match[1], 'example', ''))
      from regexp_matches(file->>'rightPath', '\\{([A-Za-z][A-Za-z0-9_]*)\\}', 'g') as match
    )) where file->>'rightPath' ~ '\\{[A-Za-z][A-Za-z0-9_]*\\}' and not jsonb_exists(file, 'open');
  `)
}
