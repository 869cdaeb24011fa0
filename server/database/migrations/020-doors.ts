import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- where people of a brief hand in themselves
    create table door (
      brief_id uuid primary key references brief on delete cascade,
      open boolean not null,
      -- null: as long as it is open
      until timestamptz,
      -- after the due time still open, and marked late
      late boolean not null,
      largest bigint not null,
      -- sum of one person
      most bigint not null,
      renames boolean not null,
      keeps boolean not null,
      contact text not null,
      -- what arrives is checked by itself soon after
      checks boolean not null,
      -- one link for all: whoever has it asks for their own by mail
      common_hash bytea unique,
      set_by uuid references account on delete set null,
      set_at timestamptz not null default now()
    );
    -- links of persons; the token is in nobody's store but theirs
    create table door_link (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      person text collate "C" not null,
      token_hash bytea not null unique,
      -- a short one to be typed, tried so many times a place and no more
      code_hash bytea unique,
      made_for text not null check (made_for in ('letter', 'leaflet', 'table', 'mail')),
      made_at timestamptz not null default now(),
      used integer not null default 0,
      used_at timestamptz,
      revoked_at timestamptz
    );
    create index on door_link (brief_id, person);
    -- one hand-in is one intake, which never changes once it is finished
    create table hand_in (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      person text collate "C" not null,
      number integer not null,
      key text collate "C" not null,
      intake_id uuid not null unique references intake on delete cascade,
      begun_at timestamptz not null default now(),
      finished_at timestamptz,
      receipt jsonb,
      -- when its receipt went out by mail
      mailed_at timestamptz,
      unique (brief_id, person, number),
      unique (brief_id, person, key)
    );
    -- who handed a file in, under which name they had it, and what they said it is
    alter table received_file add column handed_in jsonb;
    -- taken back by whoever sent it: it stays, and enters no check
    alter table received_file add column withdrawn_at timestamptz;
    -- made by itself after arrivals: one that nobody asked for, and that rounds are not counted from
    alter table check_run add column by_itself boolean not null default false;
    -- letters to whoever still owes something, some time before it is due; each goes out once
    create table reminder (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      before_minutes integer not null check (before_minutes > 0),
      state text not null check (state in ('planned', 'sent', 'stopped', 'missed')),
      planned_by uuid references account on delete set null,
      made_at timestamptz not null default now(),
      sent_at timestamptz,
      letters integer not null default 0
    );
    create index on reminder (state);
    -- letters that go out before anything is checked, and whose link stands in one
    alter table slip_mail alter column check_id drop not null;
    alter table slip_mail add column kind text not null default 'slip' check (kind in ('slip', 'leaflet', 'reminder', 'receipt'));
    alter table slip_mail add column person text collate "C";
    -- what receipts are signed with; the private half is sealed with the operator's key
    create table receipt_key (
      id text primary key,
      public_key text not null,
      sealed bytea not null,
      made_at timestamptz not null default now(),
      ended_at timestamptz
    );
  `)
}
