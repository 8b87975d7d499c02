ALTER TABLE kitchen ADD COLUMN scale_step_g DOUBLE DEFAULT 1;
ALTER TABLE kitchen ADD COLUMN refractometer_offset_brix DOUBLE;
ALTER TABLE kitchen ADD COLUMN temperature_unit TEXT NOT NULL DEFAULT 'celsius';
ALTER TABLE kitchen ADD COLUMN mass_unit TEXT NOT NULL DEFAULT 'metric';
ALTER TABLE kitchen ADD COLUMN ladder_json TEXT NOT NULL
    DEFAULT '{"edges_frac":[0.5,0.65,0.73,0.785,0.825,0.845,0.87,0.9,0.93]}';

ALTER TABLE pan ADD COLUMN metal TEXT;
ALTER TABLE thermometer ADD COLUMN ice_offset_k DOUBLE;
ALTER TABLE thermometer ADD COLUMN sd_k DOUBLE NOT NULL DEFAULT 0.7 CHECK (sd_k > 0);

CREATE TABLE tray (
    id        INTEGER PRIMARY KEY NOT NULL,
    name      TEXT NOT NULL,
    length_cm DOUBLE NOT NULL CHECK (length_cm > 0),
    width_cm  DOUBLE NOT NULL CHECK (width_cm > 0),
    height_cm DOUBLE NOT NULL CHECK (height_cm > 0)
);

CREATE TABLE measure (
    id           INTEGER PRIMARY KEY NOT NULL,
    name         TEXT NOT NULL,
    volume_ml    DOUBLE NOT NULL CHECK (volume_ml > 0),
    volume_sd_ml DOUBLE NOT NULL CHECK (volume_sd_ml >= 0)
);

-- The kitchen as it stood before each change, newest last; taking back uses the last one up.
CREATE TABLE kitchen_history (
    id            INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    at_ms         BIGINT NOT NULL,
    reason        TEXT NOT NULL,
    document_json TEXT NOT NULL
);
