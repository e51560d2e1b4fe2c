CREATE TABLE IF NOT EXISTS follow_answer (
  series_id INT UNSIGNED NOT NULL,
  name VARCHAR(160) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  change_id BIGINT UNSIGNED NULL,
  person_id INT UNSIGNED NULL,
  answered_at DATETIME(3) NOT NULL,
  PRIMARY KEY (series_id, name),
  CONSTRAINT follow_answer_series FOREIGN KEY (series_id) REFERENCES series (id) ON DELETE CASCADE,
  CONSTRAINT follow_answer_change FOREIGN KEY (change_id) REFERENCES series_change (id) ON DELETE CASCADE,
  CONSTRAINT follow_answer_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE SET NULL
) ENGINE=InnoDB
