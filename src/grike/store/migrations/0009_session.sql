CREATE TABLE IF NOT EXISTS session (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  design_id INT UNSIGNED NOT NULL,
  series_id INT UNSIGNED NULL,
  slot SMALLINT UNSIGNED NULL,
  starts_at DATETIME NOT NULL,
  room_id INT UNSIGNED NULL,
  instructor_id INT UNSIGNED NULL,
  KEY session_starts (starts_at),
  CONSTRAINT session_design FOREIGN KEY (design_id) REFERENCES design (id),
  CONSTRAINT session_series FOREIGN KEY (series_id) REFERENCES series (id) ON DELETE CASCADE,
  CONSTRAINT session_room FOREIGN KEY (room_id) REFERENCES room (id) ON DELETE SET NULL,
  CONSTRAINT session_person FOREIGN KEY (instructor_id) REFERENCES person (id) ON DELETE SET NULL
) ENGINE=InnoDB
