CREATE TABLE IF NOT EXISTS sign_in (
  token_hash BINARY(32) PRIMARY KEY,
  person_id INT UNSIGNED NOT NULL,
  csrf CHAR(43) NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  expires_at DATETIME(3) NOT NULL,
  KEY sign_in_expires (expires_at),
  CONSTRAINT sign_in_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE
) ENGINE=InnoDB
