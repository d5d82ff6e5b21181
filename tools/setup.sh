#!/bin/sh
# Installs what is missing, from Debian's, npm's and Go's packages: `tools/setup.sh demo` for the
# application, `tools/setup.sh test` also for the tests and benchmarks.
set -eu
cd "$(dirname "$0")/.."
need="mariadb-server:mariadbd mariadb-client:mariadb tesseract-ocr:tesseract"
if [ "${1:-demo}" = test ]; then
  need="$need chromium:chromium poppler-utils:pdftoppm qpdf:qpdf mupdf-tools:mutool openssl:openssl libreoffice-writer-nogui:soffice"
fi
missing=""
for pair in $need; do
  command -v "${pair#*:}" >/dev/null 2>&1 || [ -x "/usr/sbin/${pair#*:}" ] || missing="$missing ${pair%:*}"
done
if [ -n "$missing" ]; then
  as=""
  [ "$(id -u)" = 0 ] || as=sudo
  echo "Installing Debian packages:$missing"
  # A server started by the package would only be in the way; ours has its own data folder.
  $as apt-get update -qq
  $as env DEBIAN_FRONTEND=noninteractive RUNLEVEL=1 apt-get install -y -qq --no-install-recommends $missing >/dev/null
fi
if [ ! -f node_modules/.installed ] || ! cmp -s package-lock.json node_modules/.installed; then
  echo "Installing npm packages"
  # Not `npm ci`: it refuses the lock file when a registry lacks an optional package that only
  # other platforms need. Versions are pinned exactly, and --no-save leaves the lock as it is.
  npm install --no-save --no-audit --no-fund --loglevel=error
  cp package-lock.json node_modules/.installed
fi
