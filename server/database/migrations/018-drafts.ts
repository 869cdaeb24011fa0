import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- what somebody changed in a brief and has not saved, and the version it was begun on
    create table brief_draft (
      brief_id uuid not null references brief on delete cascade,
      account_id uuid not null references account on delete cascade,
      -- null: begun before anything was saved
      base_version_id uuid references brief_version on delete cascade,
      document jsonb not null,
      kept_at timestamptz not null default now(),
      primary key (brief_id, account_id)
    );
    -- who has a brief open just now; worth nothing after a crash
    create unlogged table brief_presence (
      brief_id uuid not null references brief on delete cascade,
      account_id uuid not null references account on delete cascade,
      step text not null,
      changing boolean not null,
      seen_at timestamptz not null default now(),
      primary key (brief_id, account_id)
    );
  `)
}
