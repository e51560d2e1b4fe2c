DROP TABLE IF EXISTS sign_in_attempt
