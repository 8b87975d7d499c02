-- Instruments of the network, what they sent of late, and a verdict that says more than how it felt.
CREATE TABLE instrument (
    id INTEGER PRIMARY KEY NOT NULL,
    name TEXT NOT NULL,
    kind TEXT NOT NULL,
    token_hash TEXT NOT NULL UNIQUE,
    record_json TEXT NOT NULL,
    since_ms BIGINT NOT NULL,
    batch_id INTEGER REFERENCES batch (id),
    heard_json TEXT NOT NULL
);
CREATE TABLE instrument_sample (
    instrument_id INTEGER NOT NULL REFERENCES instrument (id) ON DELETE CASCADE,
    run TEXT NOT NULL,
    n BIGINT NOT NULL,
    at_ms BIGINT NOT NULL,
    value DOUBLE NOT NULL,
    PRIMARY KEY (instrument_id, run, n)
) WITHOUT ROWID;
CREATE INDEX instrument_sample_at ON instrument_sample (instrument_id, at_ms);
ALTER TABLE verdict ADD COLUMN taste TEXT;
ALTER TABLE verdict ADD COLUMN look TEXT;
ALTER TABLE verdict ADD COLUMN seconds INTEGER;
ALTER TABLE verdict ADD COLUMN lost INTEGER;
