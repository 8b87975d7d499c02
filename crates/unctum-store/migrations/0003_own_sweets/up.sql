-- The cook's own sweets. The card is the sweet in brief, the words are what a search looks through.
CREATE TABLE sweet (
    id           INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    version      INTEGER NOT NULL CHECK (version > 0),
    card_json    TEXT NOT NULL,
    search_words TEXT NOT NULL,
    changed_ms   BIGINT NOT NULL,
    removed_ms   BIGINT
);

-- Says cheaply whether anything changed: every change of a sweet raises its version.
CREATE INDEX sweet_version_sum ON sweet (version);

-- Every version that ever was; the newest is the one that holds.
CREATE TABLE sweet_version (
    sweet_id      INTEGER NOT NULL REFERENCES sweet (id),
    version       INTEGER NOT NULL,
    at_ms         BIGINT NOT NULL,
    reason        TEXT NOT NULL,
    document_json TEXT NOT NULL,
    PRIMARY KEY (sweet_id, version)
);
