#!/usr/bin/env bash
# Makes sure there is a Chromium for the browser tests: installs Debian's where we may, says what to do where not.
set -euo pipefail
[ -x "${CHROMIUM:-/usr/bin/chromium}" ] && exit 0
if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
  apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium >/dev/null
else
  echo "The browser tests want Chromium: install it (Debian: sudo apt-get install chromium) or set CHROMIUM=/path/to/it." >&2
  exit 1
fi
