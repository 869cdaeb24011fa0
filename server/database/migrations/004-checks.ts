import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table ruling (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      kind text not null check (kind in ('place', 'set-aside', 'accept', 'waive')),
      file jsonb,
      slot jsonb,
      reason text not null default '',
      made_by uuid references account on delete set null,
      made_at timestamptz not null default now(),
      taken_back_at timestamptz
    );
    create index on ruling (brief_id);
    -- checks are only ever added; one is reproduced from what its row refers to
    create table check_run (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      brief_version_id uuid not null references brief_version,
      roster_version_id uuid not null references roster_version,
      previous_id uuid references check_run,
      reader_version integer not null,
      engine_version integer not null,
      checked_at timestamptz not null,
      rulings jsonb not null,
      roots jsonb not null,
      summary jsonb not null,
      created_by uuid references account on delete set null
    );
    create index on check_run (brief_id, checked_at);
    create table check_intake (
      check_id uuid not null references check_run on delete cascade,
      intake_id uuid not null references intake,
      primary key (check_id, intake_id)
    );
    create table check_slot (
      check_id uuid not null references check_run on delete cascade,
      position integer not null,
      requirement text collate "C" not null,
      holder text collate "C" not null,
      n integer,
      status text not null,
      late boolean not null,
      slot jsonb not null,
      primary key (check_id, position)
    );
    create index on check_slot (check_id, holder);
    create table check_file (
      check_id uuid not null references check_run on delete cascade,
      position integer not null,
      received_file_id uuid not null references received_file,
      role text not null,
      requirement text collate "C",
      holder text collate "C",
      n integer,
      -- without what the received file and its reading hold
      file jsonb not null,
      primary key (check_id, position)
    );
    create index on check_file (check_id, holder);
    create table finding (
      check_id uuid not null references check_run on delete cascade,
      -- 's' with a slot's position, 'f' with a file's
      subject char(1) not null,
      position integer not null,
      number integer not null,
      code text collate "C" not null,
      severity text not null,
      finding jsonb not null,
      primary key (check_id, subject, position, number)
    );
    create index on finding (check_id, code);
  `)
}
