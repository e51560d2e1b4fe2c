CREATE TABLE IF NOT EXISTS presence (
  id CHAR(16) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  series_id INT UNSIGNED NOT NULL,
  person_id INT UNSIGNED NOT NULL,
  place VARCHAR(80) NOT NULL,
  seen_at DATETIME(3) NOT NULL,
  KEY presence_series (series_id, seen_at),
  CONSTRAINT presence_of_series FOREIGN KEY (series_id) REFERENCES series (id) ON DELETE CASCADE,
  CONSTRAINT presence_of_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE
) ENGINE=InnoDB
