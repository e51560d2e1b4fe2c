CREATE TABLE IF NOT EXISTS series_change (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  series_id INT UNSIGNED NOT NULL,
  label VARCHAR(200) NOT NULL,
  before_state JSON NOT NULL,
  after_state JSON NOT NULL,
  undone BOOLEAN NOT NULL DEFAULT FALSE,
  person_id INT UNSIGNED NULL,
  at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  KEY series_change_order (series_id, id),
  CONSTRAINT series_change_series FOREIGN KEY (series_id) REFERENCES series (id) ON DELETE CASCADE,
  CONSTRAINT series_change_person FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE SET NULL
) ENGINE=InnoDB
