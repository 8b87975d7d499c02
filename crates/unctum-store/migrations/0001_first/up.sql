CREATE TABLE kitchen (
    id            INTEGER PRIMARY KEY NOT NULL CHECK (id = 1),
    name          TEXT NOT NULL,
    altitude_m    DOUBLE,
    pressure_pa   DOUBLE,
    room_c        DOUBLE NOT NULL,
    humidity_frac DOUBLE NOT NULL
);

CREATE TABLE ring (
    id              INTEGER PRIMARY KEY NOT NULL,
    name            TEXT NOT NULL,
    kind            TEXT NOT NULL,
    rated_power_w   DOUBLE NOT NULL CHECK (rated_power_w > 0),
    efficiency_frac DOUBLE NOT NULL CHECK (efficiency_frac > 0 AND efficiency_frac <= 1),
    efficiency_sd   DOUBLE NOT NULL CHECK (efficiency_sd >= 0)
);

CREATE TABLE pan (
    id                INTEGER PRIMARY KEY NOT NULL,
    name              TEXT NOT NULL,
    tare_g            DOUBLE NOT NULL CHECK (tare_g >= 0),
    diameter_cm       DOUBLE NOT NULL CHECK (diameter_cm > 0),
    wall_height_cm    DOUBLE NOT NULL CHECK (wall_height_cm > 0),
    heat_capacity_j_k DOUBLE NOT NULL CHECK (heat_capacity_j_k > 0)
);

CREATE TABLE thermometer (
    id       INTEGER PRIMARY KEY NOT NULL,
    name     TEXT NOT NULL,
    offset_k DOUBLE NOT NULL
);

-- The setup is the batch's own copy of pan, ring, thermometer, air, amounts and steps.
CREATE TABLE batch (
    id         INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    title      TEXT NOT NULL,
    sweet_key  TEXT,
    started_ms BIGINT NOT NULL,
    setup_json TEXT NOT NULL
);

CREATE TABLE batch_event (
    batch_id   INTEGER NOT NULL REFERENCES batch (id),
    seq        INTEGER NOT NULL CHECK (seq > 0),
    at_ms      BIGINT NOT NULL,
    event_json TEXT NOT NULL,
    PRIMARY KEY (batch_id, seq)
);

-- What happened stays: taking back is an event of its own.
CREATE TRIGGER batch_event_is_never_changed BEFORE UPDATE ON batch_event
BEGIN SELECT RAISE(ABORT, 'batch events are append-only'); END;
CREATE TRIGGER batch_event_is_never_removed BEFORE DELETE ON batch_event
BEGIN SELECT RAISE(ABORT, 'batch events are append-only'); END;

CREATE TABLE verdict (
    batch_id   INTEGER PRIMARY KEY NOT NULL REFERENCES batch (id),
    at_ms      BIGINT NOT NULL,
    texture    TEXT NOT NULL,
    pieces     INTEGER,
    finished_g DOUBLE,
    note       TEXT NOT NULL
);

-- A kitchen to begin with, until the cook sets up her own.
INSERT INTO kitchen (id, name, altitude_m, pressure_pa, room_c, humidity_frac)
VALUES (1, 'My kitchen', 0, NULL, 25, 0.6);
INSERT INTO ring (id, name, kind, rated_power_w, efficiency_frac, efficiency_sd)
VALUES (1, 'Gas ring', 'gas', 1800, 0.42, 0.08);
INSERT INTO pan (id, name, tare_g, diameter_cm, wall_height_cm, heat_capacity_j_k)
VALUES (1, 'Steel pan', 900, 22, 9, 450);
INSERT INTO thermometer (id, name, offset_k) VALUES (1, 'Thermometer', 0);
