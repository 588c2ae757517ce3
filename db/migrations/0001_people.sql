-- Up Migration
create table person (
  id uuid primary key default gen_random_uuid(),
  sign_in text not null check (sign_in = lower(sign_in) and length(sign_in) between 1 and 60),
  display_name text not null check (length(display_name) between 1 and 120),
  role text not null check (role in ('technician', 'lead', 'trainee')),
  password_hash text not null,
  created_at timestamptz not null default now(),
  disabled_at timestamptz,
  unique (sign_in)
);

-- A session is known by the hash of its token: whoever reads this table cannot sign in with it.
create table session (
  token_hash bytea primary key check (length(token_hash) = 32),
  person_id uuid not null references person on delete cascade,
  created_at timestamptz not null default now(),
  last_seen_at timestamptz not null default now(),
  expires_at timestamptz not null
);
create index session_person on session (person_id);
create index session_expiry on session (expires_at);

-- Counters of the sign-in rate limit, shared by all processes. The shape is that of the limiter's package.
create table rate_limit (
  key varchar(255) primary key,
  points integer not null default 0,
  expire bigint
);
