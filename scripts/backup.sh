# ./juvenal backup FILE and ./juvenal restore FILE [--replace]: the nurseries of ./juvenal start, whole.

owner_tool() { local tool=$1; shift; PGPASSWORD=$(cat "$CLUSTER/owner.password") "$PGBIN/$tool" -h 127.0.0.1 -p "$PGPORT" -U juvenal_owner "$@"; }

# Writes a database into a file; the file appears only when it is whole.
dump_database() { owner_tool pg_dump --format=custom --no-owner --dbname "$1" --file "$2.part" && mv "$2.part" "$2"; }

# Brings a file into a database that is then put in the other's place; what fails on the way changes nothing.
restore_database() {
  local file=$1 database=$2 replace=$3 fresh=$2_restoring old=$2_replaced
  owner_tool pg_restore --list "$file" >/dev/null 2>&1 || { echo "$file is no backup of Juvenal's, or it is damaged. Nothing was changed." >&2; return 1; }
  if [ "$replace" != yes ] && [ "$(owner_sql postgres "select 1 from pg_database where datname = '$database'")" = 1 ] \
    && [ -n "$(owner_sql "$database" "select to_regclass('batch')")" ] && [ "$(owner_sql "$database" 'select count(*) from batch')" != 0 ]; then
    echo "There are batches here already. To put the backup in their place: ./juvenal restore FILE --replace" >&2
    return 1
  fi
  owner_sql postgres "drop database if exists $fresh with (force)" 2>/dev/null
  owner_sql postgres "create database $fresh" || return 1
  if ! owner_tool pg_restore --no-owner --exit-on-error --single-transaction --dbname "$fresh" "$file" 2>/dev/null \
    || [ -z "$(owner_sql "$fresh" "select to_regclass('ledger_entry')")" ]; then
    owner_sql postgres "drop database if exists $fresh with (force)"
    echo "$file could not be read to its end. Nothing was changed." >&2
    return 1
  fi
  owner_sql postgres "drop database if exists $old with (force)" 2>/dev/null
  if [ "$(owner_sql postgres "select 1 from pg_database where datname = '$database'")" = 1 ]; then owner_sql postgres "alter database $database rename to $old" || return 1; fi
  owner_sql postgres "alter database $fresh rename to $database" || return 1
}

backup() {
  local file=${1:-}
  [ -n "$file" ] || fail "Into which file? ./juvenal backup FILE"
  [ -d "$(dirname "$file")" ] || fail "There is no folder $(dirname "$file")."
  file=$(readlink -f "$file")
  cluster real
  [ -f "$DATA/PG_VERSION" ] || fail "There is nothing to back up yet: ./juvenal start has not run."
  trap stop_cluster EXIT
  start_cluster real yes
  dump_database juvenal "$file" || fail "The backup failed."
  say "Written to $file ($(du -h "$file" | cut -f1)). It holds everything, in plain: keep it where only you can read it."
}

restore() {
  local file=${1:-} replace=no
  [ "${2:-}" = --replace ] && replace=yes
  [ -f "$file" ] || fail "There is no file “$file”. ./juvenal restore FILE [--replace]"
  port_is_free "${JUVENAL_PORT:-5080}" || fail "Stop Juvenal first (Ctrl-C where it runs)."
  file=$(readlink -f "$file")
  trap stop_cluster EXIT
  start_cluster real yes
  restore_database "$file" juvenal "$replace" || fail "Not restored."
  say "Restored. What was there before is kept aside as the database juvenal_replaced until the next restore."
}
