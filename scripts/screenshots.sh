#!/usr/bin/env bash
# Makes the views in docs/screenshots and the contact pages in docs/contact from the demo data.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
install_packages
install_referees
npm run -s build
data="${CHROMATYPE_DATA:-$PWD/data}"
node demo/dist/main.js "$data/demo"
work="$(mktemp -d)"
port=4393
CHROMATYPE_DATA="$work" CHROMATYPE_PORT=$port CHROMATYPE_HOST=127.0.0.1 node server/dist/main.js > "$work/server.log" 2>&1 &
server=$!
trap 'kill $server 2>/dev/null || true; rm -rf "$work"' EXIT
wait_for "http://127.0.0.1:$port/api/jobs" $server
node demo/dist/main.js "$data/demo" "http://127.0.0.1:$port"
mkdir -p docs/screenshots docs/contact "$data/demo"
node bench/dist/screenshots.js "http://127.0.0.1:$port" docs/screenshots docs/contact "$data/demo"
node bench/dist/contact.js "$data/demo/harbour-dusk.jpg" "$data/demo/kite-week-lettering.png" docs/contact
node bench/dist/contact-tones.js "$data/demo/studio-still-life.png" docs/contact
node bench/dist/contact-finished.js "$data/demo" docs/contact
node bench/dist/contact-marks.js "$data/demo/harbour-dusk.jpg" docs/contact
node bench/dist/contact-stones.js docs/contact
node bench/dist/contact-recipes.js "$data/demo" docs
