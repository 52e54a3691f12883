#!/usr/bin/env bash
# Private PostgreSQL cluster of this project. Loopback TCP only, no unix socket.
# usage: postgres.sh start | stop | status | data
# env: YIMBLE_PGDATA (wanted data folder), YIMBLE_PGPORT (port), YIMBLE_PGPROFILE=keep|test (test: nothing is synced to disk)
# Prints the data folder that is really used on `data`. Exit 3: no server installed; 4: port taken; 5: it did not start.
set -euo pipefail
PGBIN=${PGBIN:-$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1)}
[ -x "${PGBIN:-/nonexistent}/initdb" ] || { echo "no PostgreSQL server" >&2; exit 3; }
OWNER=$(id -un); [ "$(id -u)" = 0 ] && OWNER=postgres
# runuser keeps the current folder, which postgres may not be able to enter.
as_pg() { if [ "$(id -un)" = "$OWNER" ]; then "$@"; else (cd / && runuser -u "$OWNER" -- "$@"); fi; }

# The server's user can't enter /root or a 0700 folder: then the data lies under /var/tmp, under a name made of the wanted one.
WANT=${YIMBLE_PGDATA:?}
PARENT=$(dirname "$WANT"); mkdir -p "$PARENT"
if as_pg test -x "$PARENT"; then DATA=$WANT; else DATA=/var/tmp/yimble-pg-$(printf %s "$WANT" | sha1sum | cut -c1-10); fi
LOG=$DATA.log

# `pg_ctl status` takes a zombie (a killed server that nobody has reaped) for a running one: look at the process.
running() {
  local pid; pid=$(as_pg head -1 "$DATA/postmaster.pid" 2>/dev/null) || return 1
  [ "$(cat "/proc/$pid/comm" 2>/dev/null)" = postgres ] && ! grep -q '^State:\s*Z' "/proc/$pid/status"
}
init() {
  as_pg test -s "$DATA/PG_VERSION" && return 0
  rm -rf "$DATA"; install -d -m 700 -o "$OWNER" "$DATA"; install -m 600 -o "$OWNER" /dev/null "$LOG"
  local pw; pw=$(mktemp); echo yimble >"$pw"; chown "$OWNER" "$pw"
  as_pg "$PGBIN/initdb" -D "$DATA" -U yimble --pwfile="$pw" -A scram-sha-256 --encoding=UTF8 --locale=C.UTF-8 --no-instructions >/dev/null
  rm -f "$pw"; as_pg mkdir -p "$DATA/conf.d"
  echo "include_dir = 'conf.d'" | as_pg tee -a "$DATA/postgresql.conf" >/dev/null
}
conf() {
  as_pg tee "$DATA/conf.d/yimble.conf" >/dev/null <<C
port = ${YIMBLE_PGPORT:?}
listen_addresses = '127.0.0.1'
unix_socket_directories = ''
max_connections = 120
shared_buffers = 192MB
random_page_cost = 1.1
timezone = 'UTC'
log_timezone = 'UTC'
C
  if [ "${YIMBLE_PGPROFILE:-keep}" = test ]; then as_pg tee "$DATA/conf.d/zz-test.conf" >/dev/null <<C
fsync = off
synchronous_commit = off
full_page_writes = off
C
  else as_pg rm -f "$DATA/conf.d/zz-test.conf"; fi
}
case "${1:-start}" in
  start) init; running && exit 0
         as_pg rm -f "$DATA/postmaster.pid"; conf
         as_pg "$PGBIN/pg_ctl" -D "$DATA" -l "$LOG" -w -t 60 start >/dev/null || { as_pg tail -5 "$LOG" >&2; exit 5; } ;;
  stop) running && as_pg "$PGBIN/pg_ctl" -D "$DATA" -m fast -w stop >/dev/null; true ;;
  status) running ;;
  data) echo "$DATA" ;;
  destroy) "$0" stop; rm -rf "$DATA" "$LOG" ;;
  *) echo "usage: postgres.sh start|stop|status|data|destroy" >&2; exit 2 ;;
esac
