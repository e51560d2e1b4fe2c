ALTER TABLE session
  DROP FOREIGN KEY IF EXISTS session_series,
  ADD CONSTRAINT session_of_series FOREIGN KEY IF NOT EXISTS (series_id)
    REFERENCES series (id) ON DELETE SET NULL
