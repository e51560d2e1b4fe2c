CREATE TABLE IF NOT EXISTS run_event (
  run_id INT UNSIGNED NOT NULL,
  number INT UNSIGNED NOT NULL,
  body JSON NOT NULL,
  PRIMARY KEY (run_id, number),
  CONSTRAINT run_event_run FOREIGN KEY (run_id) REFERENCES planning_run (id) ON DELETE CASCADE
) ENGINE=InnoDB
