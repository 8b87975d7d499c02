-- How many batches have told what they teach is asked after each write: answered without a look at the batches themselves.
CREATE INDEX batch_told ON batch (standing) WHERE told_json IS NOT NULL;
