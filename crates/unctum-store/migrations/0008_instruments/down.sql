ALTER TABLE verdict DROP COLUMN lost;
ALTER TABLE verdict DROP COLUMN seconds;
ALTER TABLE verdict DROP COLUMN look;
ALTER TABLE verdict DROP COLUMN taste;
DROP TABLE instrument_sample;
DROP TABLE instrument;
