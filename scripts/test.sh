#!/usr/bin/env bash
# Type check, lint, unit tests and the real interface. The last line is "N passed, N failed".
set -uo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
# Debian’s packages are fetched meanwhile too.
install_referees &
referees=$!
begin_packages || exit 1

passed=0
failed=0
results="$(mktemp -d)"
trap 'rm -rf "$results"' EXIT

# One step that passes or fails as a whole.
step() {
  local name="$1"
  shift
  if "$@"; then
    passed=$((passed + 1))
    echo "ok: $name"
  else
    failed=$((failed + 1))
    echo "FAILED: $name"
  fi
}

step "kernels" npm run -s kernels
step "types of core, server, demo and bench" npx tsc -b core server demo bench
# The plates of the demo jobs are compared with kept hashes: their pictures are made beside the next steps.
node demo/dist/main.js data/demo > "$results/demo.log" 2>&1 &
demo=$!
# These do not wait for each other.
npm run -s lint > "$results/lint.log" 2>&1 &
lint=$!
npx tsc --noEmit -p e2e > "$results/e2e-types.log" 2>&1 &
e2e_types=$!
step "types of the interface" npx tsc --noEmit -p web
step "build of the interface" npm run -s build -w web
# A step that ran beside others: its output is shown when it failed.
ended() {
  wait "$1" || { cat "$2"; return 1; }
}
step "types of the browser tests" ended "$e2e_types" "$results/e2e-types.log"
step "lint and import directions" ended "$lint" "$results/lint.log"
step "demo pictures" ended "$demo" "$results/demo.log"

# Tests of a runner are counted one by one from its report.
count() {
  local numbers
  if numbers="$(node scripts/count-tests.mjs "$1" "$2")"; then
    passed=$((passed + ${numbers% *}))
    failed=$((failed + ${numbers#* }))
  else
    failed=$((failed + 1))
    echo "FAILED: no report of $1"
  fi
}

step "packages that are compiled" finish_packages
step "programs that tests compare with" wait $referees
NODE_OPTIONS=--experimental-vm-modules npx jest --ci --maxWorkers=2 --json --outputFile="$results/jest.json" > "$results/jest.log" 2>&1 || cat "$results/jest.log"
count jest "$results/jest.json"
PLAYWRIGHT_JSON_OUTPUT_NAME="$results/e2e.json" npx playwright test -c e2e/playwright.config.ts --reporter=list,json
count playwright "$results/e2e.json"

echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
