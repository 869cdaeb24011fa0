import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    -- who runs the installation: the first account, and whom the command line makes one
    alter table account add column administrator boolean not null default false;
    update account set administrator = true where id = (select id from account order by created_at, id limit 1);
    alter table account add column mail_verified_at timestamptz;
    alter table account add column mail_token_hash bytea;
    alter table account add column mail_token_at timestamptz;
    alter table reading add column created_at timestamptz not null default now();
    -- from where somebody signed in well before: held-off addresses let them in all the same
    create table known_place (
      account_id uuid not null references account on delete cascade,
      place text collate "C" not null,
      seen_at timestamptz not null default now(),
      primary key (account_id, place)
    );
    -- what happened that matters for safety; no words of people or files
    create table event (
      id uuid primary key,
      at timestamptz not null default now(),
      kind text collate "C" not null,
      account_id uuid references account on delete set null,
      brief_id uuid,
      place text not null default '',
      about text not null default ''
    );
    create index on event (at);
    -- asked to take part in a brief; whether the address has an account shows nowhere
    create table share_offer (
      id uuid primary key,
      brief_id uuid not null references brief on delete cascade,
      mail text collate "C" not null,
      role text not null check (role in ('owner', 'checker', 'reader')),
      offered_by uuid references account on delete set null,
      offered_at timestamptz not null default now(),
      unique (brief_id, mail)
    );
    create index on share_offer (mail);
    -- a letter belongs to the job that sends it; 'unknown': given to the mail server, and no answer came
    alter table slip_mail add column job_id uuid references job on delete set null;
    alter table slip_mail drop constraint slip_mail_state_check;
    alter table slip_mail add constraint slip_mail_state_check check (state in ('waiting', 'sending', 'sent', 'unknown', 'failed'));
    drop index slip_mail_brief_id_holder_address_digest_idx;
    create unique index slip_mail_once on slip_mail (brief_id, holder, address, digest) where state not in ('failed', 'unknown');
    update slip_mail set state = 'failed', problem = 'Not sent: its work ended before.' where state = 'waiting'
      and not exists (select 1 from job where job.brief_id = slip_mail.brief_id and job.kind = 'mail' and job.state in ('queued', 'running'));
    create function letters_stay_sendable() returns trigger language plpgsql as $$
    begin
      update slip_mail set state = 'failed', problem = 'Not sent: sending was called off or failed before its turn.'
        where job_id = new.id and state = 'waiting';
      update slip_mail set state = 'unknown', problem = 'Sending ended in the middle: ask before sending it again.'
        where job_id = new.id and state = 'sending';
      return null;
    end $$;
    create trigger letters_stay_sendable after update of state on job for each row
      when (new.state in ('cancelled', 'failed') and old.state not in ('cancelled', 'failed')) execute function letters_stay_sendable();
    -- a step that runs says so every second: one that falls silent is taken up by another process
    alter table job add column beat_at timestamptz;
    -- what this schema still lets work: a build whose last migration is at least that one
    create table schema_note (one boolean primary key default true check (one), compatible_from text not null);
    insert into schema_note (compatible_from) values ('011-open-fields');
  `)
}
