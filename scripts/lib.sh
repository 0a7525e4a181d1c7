# Shared steps of the scripts.

# The process that compiles packages, while one does.
compiling=""

# Fetches the npm packages when they are not there or the lock file is newer, and begins to compile those that need it:
# SQLite takes more than a minute of one core, in which the project itself can be compiled on the other.
begin_packages() {
  if [ ! -e node_modules/.package-lock.json ] || [ package-lock.json -nt node_modules/.package-lock.json ]; then
    echo "Installing packages …"
    npm ci --ignore-scripts --no-audit --no-fund --loglevel=error || return 1
    touch node_modules/.package-lock.json
  fi
  if [ ! -e node_modules/better-sqlite3/build/Release/better_sqlite3.node ]; then
    npm rebuild --loglevel=error better-sqlite3 sharp @swc/core > node_modules/.compiled.log 2>&1 &
    compiling=$!
  fi
}

# Waits until all packages can be used.
finish_packages() {
  [ -z "$compiling" ] || wait "$compiling" || { cat node_modules/.compiled.log >&2; return 1; }
  compiling=""
}

install_packages() {
  begin_packages && finish_packages
}

# Debian's Chromium and the programs that tests compare with, where apt-get is there.
install_referees() {
  local missing=()
  command -v chromium >/dev/null || missing+=(chromium)
  command -v gs >/dev/null || missing+=(ghostscript)
  command -v pngcheck >/dev/null || missing+=(pngcheck)
  command -v tiffcp >/dev/null || missing+=(libtiff-tools)
  command -v qpdf >/dev/null || missing+=(qpdf)
  command -v pdftoppm >/dev/null || missing+=(poppler-utils)
  command -v pnmtopng >/dev/null || missing+=(netpbm)
  command -v ffprobe >/dev/null || missing+=(ffmpeg)
  command -v rsvg-convert >/dev/null || missing+=(librsvg2-bin)
  command -v redis-server >/dev/null || missing+=(redis-server)
  /usr/bin/python3 -c 'import ezdxf' 2>/dev/null || missing+=(python3-ezdxf)
  /usr/bin/python3 -c 'import PIL, numpy' 2>/dev/null || missing+=(python3-pil python3-numpy)
  if [ ${#missing[@]} -gt 0 ] && command -v apt-get >/dev/null; then
    echo "Installing ${missing[*]} …"
    local sudo=""
    [ "$(id -u)" = 0 ] || sudo=sudo
    $sudo apt-get update -qq >/dev/null
    # Servers among them, such as Redis, are started by the tests alone.
    DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
  fi
}

# Waits until an address answers or its process has ended.
wait_for() {
  local tries=0
  until curl -sf "$1" >/dev/null 2>&1; do
    kill -0 "$2" 2>/dev/null || { echo "The server did not start; see its log." >&2; return 1; }
    tries=$((tries + 1))
    [ $tries -lt 150 ] || { echo "The server does not answer at $1." >&2; return 1; }
    sleep 0.2
  done
}
