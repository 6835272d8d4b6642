-- One row per sheet. `body` is the sheet as the board holds it, in JSON; `version` counts saves and guards against two writers.
CREATE TABLE sheets (
    id      TEXT    PRIMARY KEY NOT NULL,
    title   TEXT    NOT NULL,
    body    TEXT    NOT NULL,
    version INTEGER NOT NULL DEFAULT 1,
    created TEXT    NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')),
    changed TEXT    NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now'))
) STRICT;

CREATE INDEX sheets_by_change ON sheets (changed DESC);
