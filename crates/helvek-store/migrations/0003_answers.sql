-- What a sheet answered when it was last saved and by which engine (1: all before engines were counted); up to which engine that was compared with
-- what it answers now, and the lines that differ. Answers and differences are JSON; NULL is: not known yet, and: none.
ALTER TABLE sheets ADD COLUMN engine INTEGER NOT NULL DEFAULT 1;
ALTER TABLE sheets ADD COLUMN answers TEXT;
ALTER TABLE sheets ADD COLUMN compared INTEGER NOT NULL DEFAULT 1;
ALTER TABLE sheets ADD COLUMN differs TEXT;

ALTER TABLE revisions ADD COLUMN engine INTEGER NOT NULL DEFAULT 1;
ALTER TABLE revisions ADD COLUMN answers TEXT;

-- What a revision answered may be filled in once; everything else stays.
DROP TRIGGER revisions_stay;
CREATE TRIGGER revisions_stay BEFORE UPDATE ON revisions
WHEN OLD.answers IS NOT NULL OR NEW.sheet IS NOT OLD.sheet OR NEW.number IS NOT OLD.number OR NEW.title IS NOT OLD.title
    OR NEW.body IS NOT OLD.body OR NEW.why IS NOT OLD.why OR NEW.name IS NOT OLD.name OR NEW.cut IS NOT OLD.cut OR NEW.engine IS NOT OLD.engine
BEGIN
    SELECT RAISE(ABORT, 'a revision is never changed');
END;
