CREATE TABLE IF NOT EXISTS session_mark (
  session_id INT UNSIGNED NOT NULL,
  number SMALLINT UNSIGNED NOT NULL,
  kind VARCHAR(40) NOT NULL,
  movement_id VARCHAR(120) NOT NULL DEFAULT '',
  planned DECIMAL(7,2) NOT NULL DEFAULT 0,
  took DECIMAL(7,2) NOT NULL,
  PRIMARY KEY (session_id, number),
  CONSTRAINT session_mark_record FOREIGN KEY (session_id)
    REFERENCES session_record (session_id) ON DELETE CASCADE
) ENGINE=InnoDB
