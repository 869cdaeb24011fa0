import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- sealed with the operator's key (server/utils/secrets.ts); counts only once it was shown to work
    alter table account add column second_factor bytea;
    alter table account add column second_factor_at timestamptz;
    -- the last time step that was used: a number that was seen over a shoulder is good for nothing
    alter table account add column second_factor_step bigint not null default 0;
    create table recovery_code (
      account_id uuid not null references account on delete cascade,
      code_hash bytea not null,
      primary key (account_id, code_hash)
    );
    create table password_token (
      token_hash bytea primary key,
      account_id uuid not null references account on delete cascade,
      made_at timestamptz not null default now()
    );
  `)
}
