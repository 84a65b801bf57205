-- People who may not come in any more: locked for a while, or gone for good (their name stays with what they did).
alter table account add column locked_at timestamptz;
alter table account add column removed_at timestamptz;
-- A name is free again once its owner is gone.
drop index account_sign_in_name;
create unique index account_sign_in_name on account (sign_in_name) where removed_at is null;
grant update on account to petrichor_app;

-- Whose session it is: to list them, and to end them all.
create index session_account on session ((sess ->> 'accountId'));
