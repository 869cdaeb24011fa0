import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table passkey (
      id uuid primary key,
      account_id uuid not null references account on delete cascade,
      -- as the browser calls it, base64url
      credential text not null unique,
      public_key bytea not null,
      counter bigint not null,
      name text not null,
      made_at timestamptz not null default now(),
      used_at timestamptz
    );
    create index on passkey (account_id);
    -- what a browser is to sign, good once; null: nobody has said yet who signs
    create table passkey_challenge (
      challenge_hash bytea primary key,
      account_id uuid references account on delete cascade,
      made_at timestamptz not null default now()
    );
  `)
}
