import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- long work, a step at a time: where it stands is kept with what the step did
    create table job (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      kind text not null check (kind in ('check', 'corrected-copy', 'mail')),
      input jsonb not null,
      -- worked out once, in the first step
      plan jsonb,
      state text not null check (state in ('queued', 'running', 'done', 'failed', 'cancelled')),
      step integer not null default 0,
      checkpoint jsonb not null default '{}',
      done bigint not null default 0,
      total bigint not null default 0,
      cancel_asked boolean not null default false,
      result jsonb,
      problem text,
      created_by uuid references account on delete set null,
      created_at timestamptz not null default now(),
      ended_at timestamptz
    );
    create index on job (brief_id, created_at);
    -- which process did which step: one row a step, so that none counts twice
    create table job_step (
      job_id uuid not null references job on delete cascade,
      step integer not null,
      process text not null,
      at timestamptz not null default now(),
      primary key (job_id, step)
    );
    -- archives a job has made, in its order; their contents go when the job goes
    create table job_part (
      job_id uuid not null references job on delete cascade,
      step integer not null,
      content_id uuid not null references content,
      name text not null,
      files integer not null,
      primary key (job_id, step)
    );
    create index on job_part (content_id);
    alter table check_run add column job_id uuid unique references job on delete set null;
    -- slips that were sent; the same words never go to the same address twice by accident
    create table slip_mail (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      check_id uuid not null references check_run on delete cascade,
      holder text collate "C" not null,
      address text collate "C" not null,
      subject text not null,
      body text not null,
      digest text collate "C" not null,
      state text not null check (state in ('waiting', 'sending', 'sent', 'failed')),
      problem text,
      sent_by uuid references account on delete set null,
      sent_at timestamptz,
      made_at timestamptz not null default now()
    );
    create unique index on slip_mail (brief_id, holder, address, digest) where state <> 'failed';
    create index on slip_mail (brief_id, made_at);
  `)
}
