-- An entry that is sent twice is one: the device that made it gave it a name of its own.
ALTER TABLE batch ADD COLUMN entry_id TEXT;
CREATE UNIQUE INDEX batch_by_entry ON batch (entry_id);
ALTER TABLE batch_event ADD COLUMN entry_id TEXT;
CREATE UNIQUE INDEX batch_event_by_entry ON batch_event (entry_id);

-- Where a batch stands, and what a list says of it once it has ended or rests. Those of an older program are
-- looked through when the file is opened.
ALTER TABLE batch ADD COLUMN standing TEXT NOT NULL DEFAULT 'unknown'
    CHECK (standing IN ('unknown', 'going', 'resting', 'over', 'unreadable'));
ALTER TABLE batch ADD COLUMN brief_json TEXT;
CREATE INDEX batch_by_time ON batch (started_ms, id);
CREATE INDEX batch_by_standing ON batch (standing, started_ms);
CREATE INDEX batch_by_sweet ON batch (sweet_key, started_ms);

-- How the notebook is reached over the kitchen's network: off until it is switched on.
CREATE TABLE network (
    id            INTEGER PRIMARY KEY NOT NULL CHECK (id = 1),
    switched_on   BOOLEAN NOT NULL DEFAULT 0,
    passcode_hash TEXT
);
INSERT INTO network (id) VALUES (1);

-- A phone or tablet that was let in. Of its secret only the hash is kept.
CREATE TABLE device (
    id          INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    name        TEXT NOT NULL,
    secret_hash TEXT NOT NULL UNIQUE,
    since_ms    BIGINT NOT NULL,
    seen_ms     BIGINT NOT NULL,
    revoked_ms  BIGINT
);
