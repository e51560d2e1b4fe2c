CREATE TABLE IF NOT EXISTS sign_in_attempt (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  sign_in_name VARCHAR(120) NOT NULL,
  address VARCHAR(64) NOT NULL,
  at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  KEY sign_in_attempt_name (sign_in_name, at),
  KEY sign_in_attempt_address (address, at)
) ENGINE=InnoDB
