CREATE TABLE IF NOT EXISTS planning_run (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  series_id INT UNSIGNED NOT NULL,
  state ENUM('waiting', 'running', 'done', 'none', 'failed', 'interrupted') NOT NULL,
  request JSON NOT NULL,
  seed INT UNSIGNED NOT NULL,
  library_version VARCHAR(40) NOT NULL,
  settings JSON NOT NULL,
  result JSON NULL,
  created_by INT UNSIGNED NULL,
  created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  ended_at DATETIME(3) NULL,
  KEY planning_run_series (series_id, id),
  CONSTRAINT planning_run_series FOREIGN KEY (series_id) REFERENCES series (id) ON DELETE CASCADE,
  CONSTRAINT planning_run_person FOREIGN KEY (created_by) REFERENCES person (id) ON DELETE SET NULL
) ENGINE=InnoDB
