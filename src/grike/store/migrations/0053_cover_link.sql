CREATE TABLE IF NOT EXISTS cover_link (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  token_hash CHAR(64) CHARACTER SET ascii NOT NULL UNIQUE,
  series_id INT UNSIGNED NOT NULL,
  day INT UNSIGNED NOT NULL,
  person_id INT UNSIGNED NULL,
  made_at DATETIME(3) NOT NULL,
  expires_at DATETIME(3) NOT NULL,
  KEY cover_link_class (series_id, day),
  CONSTRAINT cover_link_series FOREIGN KEY (series_id) REFERENCES series (id) ON DELETE CASCADE,
  CONSTRAINT cover_link_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE SET NULL
) ENGINE=InnoDB
