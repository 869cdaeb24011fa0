import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- one's own words by language; '': for every language that has none of its own
    alter table brief_letter add column language text not null default '' check (language in ('', 'en', 'de', 'fr', 'es'));
    alter table brief_letter drop constraint brief_letter_pkey, add primary key (brief_id, language);
    -- kinds of letters that go to the list's addresses for copies as well
    alter table brief add column copies text[] not null default '{}';
    -- a copy: it holds no link
    alter table slip_mail add column copy boolean not null default false;
  `)
}
