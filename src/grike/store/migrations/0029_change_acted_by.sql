UPDATE series_change SET acted_by = person_id WHERE acted_by IS NULL
