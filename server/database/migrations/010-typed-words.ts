import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- evidence and faults carry a kind now; what was stored in words keeps them
    update check_file set file = jsonb_set(file, '{evidence}', coalesce((
      select jsonb_agg(
        case when one = '"placed by a person"' then '{"kind": "placed-by-hand"}'::jsonb
          else jsonb_build_object('kind', 'said', 'text', one) end order by position)
      from jsonb_array_elements(file->'evidence') with ordinality as list(one, position)
    ), '[]')) where jsonb_typeof(file->'evidence'->0) = 'string';
    update reading set reading = reading - 'reason' || jsonb_build_object('fault',
      case when reading->>'reason' is null then 'null'::jsonb else jsonb_build_object('kind', 'said', 'text', reading->'reason') end)
    where jsonb_exists(reading, 'reason');
  `)
}
