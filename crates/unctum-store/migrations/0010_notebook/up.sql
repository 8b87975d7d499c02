-- What a batch teaches is kept until something more is written about it; tastings of later days; photographs.
ALTER TABLE batch ADD COLUMN told_json TEXT;
ALTER TABLE batch ADD COLUMN pan_id INTEGER;
UPDATE batch SET pan_id = coalesce(
    json_extract(setup_json, '$.document.chosen.pan_id'), json_extract(setup_json, '$.chosen.pan_id'));
CREATE TABLE tasting (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    batch_id INTEGER NOT NULL REFERENCES batch (id),
    at_ms BIGINT NOT NULL,
    place TEXT NOT NULL,
    tasted TEXT NOT NULL,
    note TEXT NOT NULL,
    removed_ms BIGINT
);
CREATE INDEX tasting_batch ON tasting (batch_id);
CREATE TABLE photo (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    batch_id INTEGER NOT NULL REFERENCES batch (id),
    at_ms BIGINT NOT NULL,
    width_px INTEGER NOT NULL,
    height_px INTEGER NOT NULL,
    image BLOB NOT NULL,
    small BLOB NOT NULL,
    removed_ms BIGINT
);
CREATE INDEX photo_batch ON photo (batch_id);
