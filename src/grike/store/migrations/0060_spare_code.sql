CREATE TABLE IF NOT EXISTS spare_code (
  person_id INT UNSIGNED NOT NULL,
  digest BINARY(32) NOT NULL,
  salt BINARY(16) NOT NULL,
  PRIMARY KEY (person_id, digest),
  CONSTRAINT spare_code_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE
) ENGINE=InnoDB
