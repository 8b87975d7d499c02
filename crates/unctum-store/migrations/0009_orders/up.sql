-- Orders, the days on which they are made, and what is in the cupboard; and which days a batch was planned for.
CREATE TABLE paper (
    id INTEGER PRIMARY KEY NOT NULL,
    kind TEXT NOT NULL,
    version INTEGER NOT NULL,
    changed_ms BIGINT NOT NULL,
    removed_ms BIGINT,
    document_json TEXT NOT NULL
);
CREATE INDEX paper_kind ON paper (kind, removed_ms);
ALTER TABLE batch ADD COLUMN days_id INTEGER;
ALTER TABLE batch ADD COLUMN stock_used BOOLEAN NOT NULL DEFAULT 0;
CREATE INDEX batch_days ON batch (days_id);
