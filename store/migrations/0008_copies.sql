CREATE TABLE IF NOT EXISTS copy_to (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  packet_id BIGINT NOT NULL,
  name VARCHAR(160) NOT NULL,
  email VARCHAR(254) NOT NULL,
  early BOOLEAN NOT NULL,
  token_hash CHAR(64) NOT NULL DEFAULT '',
  UNIQUE KEY copy_once (packet_id, email, early),
  KEY copy_token (token_hash)
)
