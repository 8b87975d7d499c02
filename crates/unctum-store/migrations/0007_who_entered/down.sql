ALTER TABLE batch_event DROP COLUMN by_whom;
ALTER TABLE batch_event DROP COLUMN entered_ms;
