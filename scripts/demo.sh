#!/usr/bin/env bash
# Installs what is missing, builds, makes the demo pictures once and starts the application with them.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
begin_packages
npm run -s kernels
npx tsc -b core demo
export CHROMATYPE_DATA="${CHROMATYPE_DATA:-$PWD/data}"
export CHROMATYPE_PORT="${CHROMATYPE_PORT:-4310}"
export CHROMATYPE_HOST="${CHROMATYPE_HOST:-127.0.0.1}"
export CHROMATYPE_HOSTS="${CHROMATYPE_HOSTS:-}"
local_address="http://127.0.0.1:$CHROMATYPE_PORT"
mkdir -p "$CHROMATYPE_DATA"
echo "Making the demo pictures (once, about a minute) …"
node demo/dist/main.js "$CHROMATYPE_DATA/demo" &
pictures=$!
trap 'kill $pictures $compiling 2>/dev/null || true' EXIT INT TERM
npx tsc -b server
npm run -s build -w web
wait $pictures
finish_packages
# Starts the server on an address, for some more host names; what it says when it cannot start is shown.
serve() {
  CHROMATYPE_HOST="$1" CHROMATYPE_HOSTS="$2" node server/dist/main.js > "$CHROMATYPE_DATA/server.log" 2>&1 &
  server=$!
  trap 'kill $server 2>/dev/null || true' EXIT INT TERM
  # Its own word counts: another server may answer at this address.
  until grep -q '^Chromatype is at' "$CHROMATYPE_DATA/server.log"; do
    kill -0 $server 2>/dev/null || { tail -n 1 "$CHROMATYPE_DATA/server.log" >&2; exit 1; }
    sleep 0.2
  done
}
# The Shelf is filled on this machine, where no password is asked for.
serve 127.0.0.1 ''
node demo/dist/main.js "$CHROMATYPE_DATA/demo" "$local_address"
if [ "$CHROMATYPE_HOST$CHROMATYPE_HOSTS" != 127.0.0.1 ]; then
  kill $server
  wait $server || true
  serve "$CHROMATYPE_HOST" "$CHROMATYPE_HOSTS"
fi
echo
echo "$(grep '^Chromatype is at' "$CHROMATYPE_DATA/server.log")   (Ctrl C ends it)"
wait $server
