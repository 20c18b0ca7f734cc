#!/usr/bin/env bash
# Project-private PostgreSQL: scripts/db.sh start|stop|status|url|destroy. Works as root or as an ordinary user.
set -euo pipefail
ROOT="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)"
PGHOME="${VOCATOR_PGHOME:-$ROOT/.data/pg}"
PORT="${VOCATOR_PGPORT:-54329}"
BIN="${VOCATOR_PGBIN:-$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1)}"
[ -x "$BIN/initdb" ] || { echo "PostgreSQL server not found: apt-get install postgresql" >&2; exit 1; }
DATA="$PGHOME/data"
if [ "$(id -u)" = 0 ]; then
  OWNER="${VOCATOR_PGUSER_OS:-postgres}"
  as() { (cd / && exec setpriv --reuid="$OWNER" --regid="$OWNER" --init-groups env -u PGDATA -u PGHOST -u PGPORT HOME="$PGHOME" "$@"); }
  # the owner must be able to walk down to PGHOME; a path under a home of mode 0700 can't be
  mkdir -p "$PGHOME"
  chown "$OWNER" "$PGHOME"; chmod 700 "$PGHOME"
  if ! as test -w "$PGHOME"; then
    PGHOME="/var/tmp/vocator-pg-$(printf %s "$ROOT" | cksum | cut -d' ' -f1)"; DATA="$PGHOME/data"
    install -d -o "$OWNER" -m 700 "$PGHOME"
    as test -w "$PGHOME" || { echo "cannot write $PGHOME as $OWNER" >&2; exit 1; }
  fi
else
  as() { (cd / && exec env -u PGDATA -u PGHOST -u PGPORT "$@"); }
  mkdir -p "$PGHOME"; chmod 700 "$PGHOME"
fi
# a unix socket path is limited to 107 bytes: fall back to TCP only if longer
SOCK="$PGHOME"; [ "${#SOCK}" -le 85 ] || SOCK=""
ready() { "$BIN/pg_isready" -q -h 127.0.0.1 -p "$PORT"; }
mine()  { as "$BIN/pg_ctl" -D "$DATA" status >/dev/null 2>&1; }
case "${1:-}" in
start)
  exec 9>"$PGHOME/.lock"; flock 9
  if [ ! -s "$DATA/PG_VERSION" ]; then
    as rm -rf "$DATA.new"
    as "$BIN/initdb" -D "$DATA.new" -U vocator --auth=trust -E UTF8 --locale=C.UTF-8 --no-sync --no-instructions >/dev/null
    as mv "$DATA.new" "$DATA"
  fi
  if ! mine; then
    if ready; then echo "port $PORT is taken by another server; set VOCATOR_PGPORT" >&2; exit 1; fi
    as "$BIN/pg_ctl" -D "$DATA" -l "$PGHOME/server.log" -w -t 60 -s \
      -o "-c listen_addresses=127.0.0.1 -c port=$PORT -c unix_socket_directories='$SOCK' ${VOCATOR_PGOPTS:-}" start 9>&- \
      || { tail -20 "$PGHOME/server.log" >&2; exit 1; }
  fi
  "$BIN/psql" -qAt -h 127.0.0.1 -p "$PORT" -U vocator -d postgres -v ON_ERROR_STOP=1 -c "select 1 from pg_database where datname='vocator'" | grep -q 1 \
    || "$BIN/createdb" -h 127.0.0.1 -p "$PORT" -U vocator vocator
  ;;
stop) mine && as "$BIN/pg_ctl" -D "$DATA" -m fast -w -s stop || true ;;
status) mine && echo running || { echo stopped; exit 3; } ;;
url) echo "postgresql+psycopg://vocator@127.0.0.1:$PORT/vocator" ;;
destroy) "$0" stop; as rm -rf "$DATA" ;;
*) echo "usage: scripts/db.sh start|stop|status|url|destroy" >&2; exit 2 ;;
esac
