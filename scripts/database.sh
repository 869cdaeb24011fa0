#!/usr/bin/env bash
# Starts and stops a private PostgreSQL cluster from Debian's packages, on loopback only.
#   scripts/database.sh start|stop|status|url [demo|test]
# The cluster trusts every local user of this machine: it is for demo and tests. A real installation sets DATABASE_URL.
set -euo pipefail
cd "$(dirname "$0")/.."
action=${1:?start, stop, status or url}
name=${2:-demo}
case $name in
  demo) port=${USITOR_DEMO_DATABASE_PORT:-54391} ;;
  test) port=${USITOR_TEST_DATABASE_PORT:-54392} ;;
  *) echo "unknown cluster \"$name\"; known are demo and test" >&2; exit 2 ;;
esac
home=$PWD/.data/$name
data=$home/cluster
socket=$home/socket
url=postgres://usitor@127.0.0.1:$port/usitor

if [ "$action" = url ]; then echo "$url"; exit 0; fi

# Debian keeps the server's programs out of PATH
bin=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1 || true)
if [ -z "$bin" ] || [ ! -x "$bin/initdb" ]; then
  if [ "$(id -u)" = 0 ]; then
    echo "Installing PostgreSQL from Debian's packages …" >&2
    apt-get update -qq >&2 && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq postgresql >&2
    bin=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1)
  else
    echo "PostgreSQL is missing. Run: sudo apt-get install postgresql" >&2
    exit 1
  fi
fi

# The server refuses to run as root: it drops to the unprivileged user that Debian's package makes.
if [ "$(id -u)" = 0 ]; then
  # a checkout below a closed folder is not reachable for that user; its data then lives where it is
  reach=$PWD
  while [ "$reach" != / ]; do
    if [ "$(stat -c %A "$reach" | cut -c10)" != x ] && [ "$(stat -c %A "$reach" | cut -c10)" != t ]; then
      key=$(printf '%s' "$PWD" | sha256sum | cut -c1-12)
      home=/var/lib/postgresql/usitor-$key-$name; data=$home/cluster; socket=$home/socket
      break
    fi
    reach=$(dirname "$reach")
  done
  as() { runuser -u postgres -- "$@"; }
  prepare() { mkdir -p "$home"; chown postgres "$home"; chmod 700 "$home"; }
else
  as() { "$@"; }
  prepare() { mkdir -p "$home"; chmod 700 "$home"; }
fi

ready() { "$bin/pg_isready" -q -h 127.0.0.1 -p "$port" -U usitor -d postgres; }

stop_cluster() { as "$bin/pg_ctl" -D "$data" -m fast -w stop >/dev/null 2>&1 || true; }

case $action in
  start)
    mkdir -p "$PWD/.data"
    prepare
    # two first starts at once would race in initdb
    exec 9>"$PWD/.data/$name.lock"
    flock 9
    if ready; then exit 0; fi
    cd "$home"
    if [ ! -f "$data/PG_VERSION" ]; then
      rm -rf "$data"
      as "$bin/initdb" -D "$data" -U usitor -A trust -E UTF8 --locale=C.UTF-8 >/dev/null
    fi
    as mkdir -p "$socket"; as chmod 700 "$socket"
    options="-c listen_addresses=127.0.0.1 -c port=$port -c unix_socket_directories='$socket' -c max_connections=60"
    if [ "$name" = test ]; then options="$options -c fsync=off -c synchronous_commit=off -c full_page_writes=off"; fi
    # a killed server leaves its lock file behind
    if [ -f "$data/postmaster.pid" ] && ! kill -0 "$(head -n 1 "$data/postmaster.pid")" 2>/dev/null; then rm -f "$data/postmaster.pid"; fi
    as "$bin/pg_ctl" -D "$data" -l "$home/server.log" -o "$options" -w -t 60 start >/dev/null 2>&1 </dev/null 9>&- || true
    for _ in $(seq 100); do if ready; then break; fi; sleep 0.1; done
    if ! ready; then echo "PostgreSQL did not start; its log says:" >&2; tail -n 20 "$home/server.log" >&2; exit 1; fi
    "$bin/createdb" -h 127.0.0.1 -p "$port" -U usitor usitor 2>/dev/null || true
    ;;
  stop) if [ -d "$data" ]; then cd "$home"; stop_cluster; fi ;;
  status) if ready; then echo running; else echo stopped; exit 1; fi ;;
  remove) if [ -d "$data" ]; then (cd "$home"; stop_cluster); fi; rm -rf "$home" ;;
  *) echo "unknown action \"$action\"; known are start, stop, status, url and remove" >&2; exit 2 ;;
esac
