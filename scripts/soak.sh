#!/usr/bin/env bash
# Kills the server again and again and sends it damaged files: nothing acknowledged may be lost, nothing may hang.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
install_packages
npm run -s build
node bench/dist/soak/main.js "$@"
