CREATE TABLE IF NOT EXISTS outside_account (
  issuer VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
  subject VARCHAR(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
  person_id INT UNSIGNED NOT NULL,
  linked_at DATETIME(3) NOT NULL,
  PRIMARY KEY (issuer, subject),
  KEY outside_account_person (person_id),
  CONSTRAINT outside_account_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE
) ENGINE=InnoDB
