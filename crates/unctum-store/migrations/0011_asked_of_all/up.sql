-- How many batches have not yet told what they teach is asked after each write: answered without a look at those that have.
CREATE INDEX batch_untold ON batch (standing) WHERE told_json IS NULL;
-- What a search goes through, without the setups beside it.
CREATE INDEX batch_searched ON batch (started_ms, id, title, sweet_key, standing, pan_id);
