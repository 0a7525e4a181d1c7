#!/usr/bin/env bash
# Installs what is missing, builds, makes the demo pictures once and starts the application with them.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
install_packages
npm run -s build
export CHROMATYPE_DATA="${CHROMATYPE_DATA:-$PWD/data}"
export CHROMATYPE_PORT="${CHROMATYPE_PORT:-4310}"
address="http://${CHROMATYPE_HOST:-127.0.0.1}:$CHROMATYPE_PORT"
mkdir -p "$CHROMATYPE_DATA"
echo "Making the demo pictures (once, about a minute) …"
node demo/dist/main.js "$CHROMATYPE_DATA/demo"
node server/dist/main.js > "$CHROMATYPE_DATA/server.log" 2>&1 &
server=$!
trap 'kill $server 2>/dev/null || true' EXIT INT TERM
wait_for "$address/api/jobs" $server
node demo/dist/main.js "$CHROMATYPE_DATA/demo" "$address"
echo
echo "Chromatype is at $address/   (Ctrl C ends it)"
wait $server
