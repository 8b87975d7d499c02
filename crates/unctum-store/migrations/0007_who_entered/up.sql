-- An entry says when it was written down, where that was not its own moment, and who wrote it.
ALTER TABLE batch_event ADD COLUMN entered_ms BIGINT;
ALTER TABLE batch_event ADD COLUMN by_whom TEXT;
