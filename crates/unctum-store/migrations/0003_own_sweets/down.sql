DROP TABLE sweet_version;
DROP TABLE sweet;
