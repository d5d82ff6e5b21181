CREATE TABLE IF NOT EXISTS office (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(160) NOT NULL,
  zone VARCHAR(64) NOT NULL,
  cert TEXT NOT NULL,
  key_box BLOB NOT NULL,
  created_at DATETIME(6) NOT NULL
);
CREATE TABLE IF NOT EXISTS member (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  office_id BIGINT NOT NULL,
  email VARCHAR(254) NOT NULL,
  name VARCHAR(160) NOT NULL,
  role VARCHAR(20) NOT NULL,
  phone VARCHAR(40) NOT NULL DEFAULT '',
  password_hash VARCHAR(255) NOT NULL,
  created_at DATETIME(6) NOT NULL,
  UNIQUE KEY member_email (email)
);
CREATE TABLE IF NOT EXISTS session (
  token_hash CHAR(64) PRIMARY KEY,
  member_id BIGINT NOT NULL,
  created_at DATETIME(6) NOT NULL,
  expires_at DATETIME(6) NOT NULL,
  KEY session_expires (expires_at)
);
CREATE TABLE IF NOT EXISTS attempt (
  subject CHAR(64) PRIMARY KEY,
  tally INT NOT NULL,
  since DATETIME(6) NOT NULL
);
CREATE TABLE IF NOT EXISTS deal (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  office_id BIGINT NOT NULL,
  property VARCHAR(200) NOT NULL,
  side VARCHAR(10) NOT NULL,
  price VARCHAR(40) NOT NULL DEFAULT '',
  offer_date VARCHAR(10) NOT NULL DEFAULT '',
  closing_date VARCHAR(10) NOT NULL DEFAULT '',
  rev INT NOT NULL DEFAULT 1,
  created_at DATETIME(6) NOT NULL,
  KEY deal_office (office_id, id)
);
CREATE TABLE IF NOT EXISTS party (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  deal_id BIGINT NOT NULL,
  role VARCHAR(20) NOT NULL,
  number INT NOT NULL,
  name VARCHAR(160) NOT NULL,
  email VARCHAR(254) NOT NULL DEFAULT '',
  phone VARCHAR(40) NOT NULL DEFAULT '',
  UNIQUE KEY party_seat (deal_id, role, number)
);
CREATE TABLE IF NOT EXISTS blobs (
  sha CHAR(64) PRIMARY KEY,
  size BIGINT NOT NULL
);
CREATE TABLE IF NOT EXISTS blob_chunk (
  sha CHAR(64) NOT NULL,
  n INT NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  PRIMARY KEY (sha, n)
);
CREATE TABLE IF NOT EXISTS source (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  office_id BIGINT NOT NULL,
  deal_id BIGINT NOT NULL,
  name VARCHAR(200) NOT NULL,
  sha CHAR(64) NOT NULL,
  clean_sha CHAR(64) NOT NULL,
  size BIGINT NOT NULL,
  pages MEDIUMTEXT NULL,
  notes TEXT NULL,
  created_at DATETIME(6) NOT NULL,
  KEY source_deal (deal_id, id)
);
CREATE TABLE IF NOT EXISTS document (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  office_id BIGINT NOT NULL,
  deal_id BIGINT NOT NULL,
  name VARCHAR(200) NOT NULL,
  pages MEDIUMTEXT NULL,
  created_at DATETIME(6) NOT NULL,
  KEY document_deal (deal_id, id)
);
CREATE TABLE IF NOT EXISTS packet (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  office_id BIGINT NOT NULL,
  deal_id BIGINT NOT NULL,
  sender_id BIGINT NOT NULL,
  title VARCHAR(200) NOT NULL,
  subject VARCHAR(200) NOT NULL,
  message TEXT NOT NULL,
  state VARCHAR(12) NOT NULL,
  round INT NOT NULL DEFAULT 1,
  due_at DATETIME(6) NULL,
  executed_sha CHAR(64) NOT NULL DEFAULT '',
  page_counts VARCHAR(2000) NULL,
  rev INT NOT NULL DEFAULT 1,
  ledger_seq INT NOT NULL DEFAULT 0,
  ledger_head CHAR(64) NOT NULL DEFAULT '',
  ledger_stamp CHAR(64) NOT NULL DEFAULT '',
  created_at DATETIME(6) NOT NULL,
  sent_at DATETIME(6) NULL,
  ended_at DATETIME(6) NULL,
  moved_at DATETIME(6) NOT NULL,
  KEY packet_office (office_id, state, moved_at),
  KEY packet_deal (deal_id, id),
  KEY packet_due (state, due_at)
);
CREATE TABLE IF NOT EXISTS packet_document (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  packet_id BIGINT NOT NULL,
  pos INT NOT NULL,
  name VARCHAR(200) NOT NULL,
  pages MEDIUMTEXT NULL,
  sent_sha CHAR(64) NOT NULL DEFAULT '',
  KEY packet_document_packet (packet_id, pos)
);
CREATE TABLE IF NOT EXISTS signer (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  packet_id BIGINT NOT NULL,
  party_id BIGINT NOT NULL DEFAULT 0,
  member_id BIGINT NOT NULL DEFAULT 0,
  name VARCHAR(160) NOT NULL,
  email VARCHAR(254) NOT NULL,
  role VARCHAR(20) NOT NULL,
  number INT NOT NULL,
  ink INT NOT NULL,
  turn INT NOT NULL,
  stage VARCHAR(10) NOT NULL,
  asked_at DATETIME(6) NULL,
  opened_at DATETIME(6) NULL,
  consented_at DATETIME(6) NULL,
  done_at DATETIME(6) NULL,
  reason VARCHAR(600) NOT NULL DEFAULT '',
  signature_ink MEDIUMTEXT NULL,
  initials_ink MEDIUMTEXT NULL,
  from_addr VARCHAR(64) NOT NULL DEFAULT '',
  KEY signer_packet (packet_id, turn)
);
CREATE TABLE IF NOT EXISTS link (
  token_hash CHAR(64) PRIMARY KEY,
  signer_id BIGINT NOT NULL,
  created_at DATETIME(6) NOT NULL,
  KEY link_signer (signer_id)
);
CREATE TABLE IF NOT EXISTS field (
  packet_id BIGINT NOT NULL,
  id VARCHAR(32) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  document_id BIGINT NOT NULL,
  page INT NOT NULL,
  kind VARCHAR(12) NOT NULL,
  x DOUBLE NOT NULL, y DOUBLE NOT NULL, w DOUBLE NOT NULL, h DOUBLE NOT NULL,
  required BOOLEAN NOT NULL,
  signer_id BIGINT NOT NULL,
  label VARCHAR(200) NOT NULL DEFAULT '',
  rev INT NOT NULL,
  PRIMARY KEY (packet_id, id)
);
CREATE TABLE IF NOT EXISTS mark (
  packet_id BIGINT NOT NULL,
  field_id VARCHAR(32) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  signer_id BIGINT NOT NULL,
  content VARCHAR(2000) NOT NULL,
  at DATETIME(6) NOT NULL,
  PRIMARY KEY (packet_id, field_id)
);
CREATE TABLE IF NOT EXISTS event (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  packet_id BIGINT NOT NULL,
  seq INT NOT NULL,
  at DATETIME(6) NOT NULL,
  kind VARCHAR(30) NOT NULL,
  actor VARCHAR(200) NOT NULL,
  from_addr VARCHAR(64) NOT NULL,
  agent VARCHAR(300) NOT NULL,
  facts TEXT NULL,
  prev CHAR(64) NOT NULL,
  hash CHAR(64) NOT NULL,
  UNIQUE KEY event_seq (packet_id, seq)
);
CREATE TABLE IF NOT EXISTS job (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  kind VARCHAR(20) NOT NULL,
  once VARCHAR(80) NOT NULL,
  packet_id BIGINT NOT NULL,
  payload MEDIUMBLOB NOT NULL,
  run_at DATETIME(6) NOT NULL,
  tries INT NOT NULL DEFAULT 0,
  claimed_until DATETIME(6) NULL,
  claimed_by VARCHAR(40) NOT NULL DEFAULT '',
  done_at DATETIME(6) NULL,
  trouble VARCHAR(600) NOT NULL DEFAULT '',
  UNIQUE KEY job_once (once),
  KEY job_next (done_at, run_at)
);
CREATE TABLE IF NOT EXISTS message (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  message_id VARCHAR(190) NOT NULL,
  office_id BIGINT NOT NULL,
  recipient VARCHAR(254) NOT NULL,
  subject VARCHAR(400) NOT NULL,
  raw LONGBLOB NOT NULL,
  at DATETIME(6) NOT NULL,
  UNIQUE KEY message_once (message_id, recipient),
  KEY message_office (office_id, id)
);
CREATE TABLE IF NOT EXISTS pulse (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  office_id BIGINT NOT NULL,
  packet_id BIGINT NOT NULL,
  at DATETIME(6) NOT NULL,
  KEY pulse_at (at)
)
