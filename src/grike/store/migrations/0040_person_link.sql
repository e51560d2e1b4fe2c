CREATE TABLE IF NOT EXISTS person_link (
  token_hash BINARY(32) PRIMARY KEY,
  person_id INT UNSIGNED NOT NULL,
  kind VARCHAR(16) NOT NULL,
  made_by INT UNSIGNED NULL,
  expires_at DATETIME(3) NOT NULL,
  KEY person_link_person (person_id),
  CONSTRAINT person_link_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE,
  CONSTRAINT person_link_maker FOREIGN KEY (made_by) REFERENCES person (id) ON DELETE SET NULL
) ENGINE=InnoDB
