DROP TABLE sweet_unfinished;
ALTER TABLE pan DROP COLUMN weighed;
ALTER TABLE kitchen_history DROP COLUMN version;
ALTER TABLE kitchen DROP COLUMN version;
