-- The cook's own sweets. The columns beside the document are what a search asks for.
CREATE TABLE sweet (
    id              INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    version         INTEGER NOT NULL CHECK (version > 0),
    name            TEXT NOT NULL,
    family          TEXT NOT NULL,
    search          TEXT NOT NULL,
    ingredients     TEXT NOT NULL,
    allergens       TEXT NOT NULL,
    total_min       DOUBLE NOT NULL,
    level           INTEGER NOT NULL,
    instrument_free BOOLEAN NOT NULL,
    card_json       TEXT NOT NULL,
    changed_ms      BIGINT NOT NULL,
    removed_ms      BIGINT
);

CREATE INDEX sweet_by_name ON sweet (name COLLATE NOCASE) WHERE removed_ms IS NULL;

-- Every version that ever was; the newest is the one that holds.
CREATE TABLE sweet_version (
    sweet_id      INTEGER NOT NULL REFERENCES sweet (id),
    version       INTEGER NOT NULL,
    at_ms         BIGINT NOT NULL,
    reason        TEXT NOT NULL,
    document_json TEXT NOT NULL,
    PRIMARY KEY (sweet_id, version)
);
