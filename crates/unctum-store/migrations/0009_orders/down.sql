DROP INDEX batch_days;
ALTER TABLE batch DROP COLUMN stock_used;
ALTER TABLE batch DROP COLUMN days_id;
DROP TABLE paper;
