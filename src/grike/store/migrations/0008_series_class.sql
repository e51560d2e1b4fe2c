CREATE TABLE IF NOT EXISTS series_class (
  series_id INT UNSIGNED NOT NULL,
  slot SMALLINT UNSIGNED NOT NULL,
  design_id INT UNSIGNED NOT NULL,
  locked BOOLEAN NOT NULL DEFAULT FALSE,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  PRIMARY KEY (series_id, slot),
  CONSTRAINT series_class_series FOREIGN KEY (series_id) REFERENCES series (id) ON DELETE CASCADE,
  CONSTRAINT series_class_design FOREIGN KEY (design_id) REFERENCES design (id)
) ENGINE=InnoDB
