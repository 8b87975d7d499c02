-- The version that a change of the kitchen is based on, so that two tabs do not undo each other.
ALTER TABLE kitchen ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE kitchen_history ADD COLUMN version INTEGER NOT NULL DEFAULT 0;
UPDATE kitchen SET version = 2 WHERE EXISTS (SELECT 1 FROM kitchen_history);

-- A pan's weight may be a guess.
ALTER TABLE pan ADD COLUMN weighed BOOLEAN NOT NULL DEFAULT 1;

-- A kitchen that nobody has set up or cooked in yet: its pan is a guess, and nothing is known of a scale
-- or a thermometer.
UPDATE pan SET weighed = 0
WHERE NOT EXISTS (SELECT 1 FROM kitchen_history) AND NOT EXISTS (SELECT 1 FROM batch);
UPDATE kitchen SET scale_step_g = NULL
WHERE NOT EXISTS (SELECT 1 FROM kitchen_history) AND NOT EXISTS (SELECT 1 FROM batch);
DELETE FROM thermometer
WHERE NOT EXISTS (SELECT 1 FROM kitchen_history) AND NOT EXISTS (SELECT 1 FROM batch);

-- Work on an own sweet that is not finished: kept as it stands, until it is saved or left.
CREATE TABLE sweet_unfinished (
    key           TEXT PRIMARY KEY NOT NULL,
    at_ms         BIGINT NOT NULL,
    document_json TEXT NOT NULL
);
