import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table account (
      id uuid primary key,
      mail text collate "C" not null unique,
      name text not null,
      password text not null,
      created_at timestamptz not null default now()
    );
    create table session (
      id uuid primary key,
      account_id uuid not null references account on delete cascade,
      token_hash bytea not null unique,
      agent text not null,
      created_at timestamptz not null default now(),
      seen_at timestamptz not null default now(),
      expires_at timestamptz not null,
      ended_at timestamptz
    );
    create index on session (account_id);
    create table invitation (
      id uuid primary key,
      token_hash bytea not null unique,
      invited_by uuid not null references account on delete cascade,
      created_at timestamptz not null default now(),
      expires_at timestamptz not null,
      used_at timestamptz
    );
    create table sign_in_attempt (
      key text collate "C" not null,
      at timestamptz not null default now()
    );
    create index on sign_in_attempt (key, at);
  `)
}
