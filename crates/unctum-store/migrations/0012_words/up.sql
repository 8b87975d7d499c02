-- One word for one thing: orders, days and the pantry are planning documents; pieces for the family are second grade.
ALTER TABLE paper RENAME TO planning_document;
DROP INDEX paper_kind;
CREATE INDEX planning_document_kind ON planning_document (kind, removed_ms);
ALTER TABLE verdict RENAME COLUMN seconds TO second_grade;
-- What each batch teaches is asked anew: it counted sweetness and thermometers otherwise.
UPDATE batch SET told_json = NULL;
