CREATE TABLE IF NOT EXISTS known_device (
  token_hash BINARY(32) PRIMARY KEY,
  person_id INT UNSIGNED NOT NULL,
  seen_at DATETIME(3) NOT NULL,
  KEY known_device_person (person_id, seen_at),
  CONSTRAINT known_device_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE
) ENGINE=InnoDB
