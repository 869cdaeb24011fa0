import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table brief (
      id uuid primary key,
      title text not null,
      created_at timestamptz not null default now()
    );
    create table brief_member (
      brief_id uuid not null references brief on delete cascade,
      account_id uuid not null references account on delete cascade,
      role text not null check (role in ('owner', 'checker', 'reader')),
      at_hand boolean not null default false,
      primary key (brief_id, account_id)
    );
    create index on brief_member (account_id);
    create table brief_version (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      number integer not null,
      document jsonb not null,
      created_by uuid references account on delete set null,
      created_at timestamptz not null default now(),
      unique (brief_id, number)
    );
    create table roster_version (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      number integer not null,
      people jsonb not null,
      columns jsonb not null,
      created_by uuid references account on delete set null,
      created_at timestamptz not null default now(),
      unique (brief_id, number)
    );
  `)
}
