#!/usr/bin/env bash
# The benchmark table: each row beside its reference, in one run.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
install_packages
install_referees
npm run -s build
data="${CHROMATYPE_DATA:-$PWD/data}"
node demo/dist/main.js "$data/demo" > /dev/null
node bench/dist/main.js "$data/demo/harbour-dusk.jpg" "$@"
