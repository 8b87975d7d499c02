DROP TABLE verdict;
DROP TABLE batch_event;
DROP TABLE batch;
DROP TABLE thermometer;
DROP TABLE pan;
DROP TABLE ring;
DROP TABLE kitchen;
