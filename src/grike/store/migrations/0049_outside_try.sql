CREATE TABLE IF NOT EXISTS outside_try (
  token_hash BINARY(32) PRIMARY KEY,
  state VARCHAR(64) NOT NULL,
  nonce VARCHAR(64) NOT NULL,
  verifier VARCHAR(64) NOT NULL,
  person_id INT UNSIGNED NULL,
  expires_at DATETIME(3) NOT NULL,
  KEY outside_try_expires (expires_at),
  CONSTRAINT outside_try_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE
) ENGINE=InnoDB
