-- What the application asks for when it connects, as settings of its login: a pooler that lends connections by the transaction passes
-- none of them on. As a superuser, once.
alter role @LOGIN@ set statement_timeout = 15000;
alter role @LOGIN@ set lock_timeout = 10000;
alter role @LOGIN@ set idle_in_transaction_session_timeout = 20000;
