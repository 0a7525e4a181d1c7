#!/usr/bin/env bash
# The server and the interface with live reload, for work.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
install_packages
npm run -s kernels
npx tsc -b core server demo bench
CHROMATYPE_DATA="${CHROMATYPE_DATA:-$PWD/data}" node --watch server/dist/main.js &
server=$!
trap 'kill $server 2>/dev/null || true' EXIT INT TERM
npx tsc -b core server demo bench --watch --preserveWatchOutput &
npm run -s dev -w web
