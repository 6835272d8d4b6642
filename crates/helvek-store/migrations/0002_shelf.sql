-- Tags (a JSON list), and when a sheet went to the trash.
ALTER TABLE sheets ADD COLUMN tags TEXT NOT NULL DEFAULT '[]';
ALTER TABLE sheets ADD COLUMN trashed TEXT;

CREATE INDEX sheets_by_title ON sheets (title COLLATE NOCASE);

-- What a sheet was at some moment. Never changed once it is there.
CREATE TABLE revisions (
    sheet  TEXT    NOT NULL REFERENCES sheets (id) ON DELETE CASCADE,
    number INTEGER NOT NULL,
    title  TEXT    NOT NULL,
    body   TEXT    NOT NULL,
    why    TEXT    NOT NULL,
    name   TEXT,
    cut    TEXT    NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')),
    PRIMARY KEY (sheet, number)
) STRICT;

CREATE TRIGGER revisions_stay BEFORE UPDATE ON revisions BEGIN
    SELECT RAISE(ABORT, 'a revision is never changed');
END;

-- What the shelf shows of a sheet, by what the sheet is and by the engine that made it: only a cache.
CREATE TABLE cards (
    hash   TEXT NOT NULL,
    engine TEXT NOT NULL,
    card   TEXT NOT NULL,
    PRIMARY KEY (hash, engine)
) STRICT;
