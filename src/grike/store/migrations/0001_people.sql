CREATE TABLE IF NOT EXISTS person (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  sign_in_name VARCHAR(120) NOT NULL,
  role ENUM('director', 'instructor') NOT NULL,
  password_hash VARCHAR(255) NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  UNIQUE KEY person_sign_in_name (sign_in_name)
) ENGINE=InnoDB
