CREATE TABLE IF NOT EXISTS contact (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  office_id BIGINT NOT NULL,
  name VARCHAR(160) NOT NULL,
  email VARCHAR(254) NOT NULL,
  phone VARCHAR(60) NOT NULL,
  company VARCHAR(160) NOT NULL,
  UNIQUE KEY contact_once (office_id, name, email)
)
