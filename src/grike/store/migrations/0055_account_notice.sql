CREATE TABLE IF NOT EXISTS account_notice (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  person_id INT UNSIGNED NOT NULL,
  at DATETIME(3) NOT NULL,
  what VARCHAR(200) NOT NULL,
  by_name VARCHAR(120) NOT NULL,
  address VARCHAR(64) CHARACTER SET ascii NOT NULL,
  made_in BINARY(32) NULL,
  read_at DATETIME(3) NULL,
  KEY account_notice_person (person_id, read_at),
  CONSTRAINT account_notice_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE
) ENGINE=InnoDB
