# ./juvenal backup FILE and ./juvenal restore FILE [--replace]: the nurseries of ./juvenal start, whole.

owner_tool() { local tool=$1; shift; PGPASSWORD=$(cat "$CLUSTER/owner.password") "$PGBIN/$tool" -h 127.0.0.1 -p "$PGPORT" -U juvenal_owner "$@"; }

has_database() { [ "$(owner_sql postgres "select 1 from pg_database where datname = '$1'")" = 1 ]; }

# Writes a database into a file; the file appears only when it is whole.
dump_database() {
  local log; log=$(mktemp)
  if owner_tool pg_dump --format=custom --no-owner --dbname "$1" --file "$2.part" 2>"$log" && mv "$2.part" "$2" 2>>"$log"; then rm -f "$log"; return 0; fi
  tail -2 "$log" >&2
  rm -f "$log" "$2.part"
  full_disk "$(dirname "$2")"
  return 1
}

# Brings a file into a database that is then put in the other's place; what fails on the way changes nothing.
# While it is read it is called _restoring; when it is whole, _restored. Both names change in one transaction, so that nobody ever finds
# neither. What was there is kept aside as _replaced; the copy that was kept before goes last.
restore_database() {
  local file=$1 database=$2 replace=$3
  owner_tool pg_restore --list "$file" >/dev/null 2>&1 || { echo "$file is no backup of Juvenal's, or it is damaged. Nothing was changed." >&2; return 1; }
  finish_restore "$database" || return 1
  if [ "$replace" != yes ] && has_database "$database" \
    && [ -n "$(owner_sql "$database" "select to_regclass('batch')")" ] && [ "$(owner_sql "$database" 'select count(*) from batch')" != 0 ]; then
    echo "There are batches here already. To put the backup in their place: ./juvenal restore FILE --replace" >&2
    return 1
  fi
  owner_sql postgres "create database ${database}_restoring" || return 1
  if ! owner_tool pg_restore --no-owner --exit-on-error --single-transaction --dbname "${database}_restoring" "$file" 2>/dev/null \
    || [ -z "$(owner_sql "${database}_restoring" "select to_regclass('ledger_entry')")" ]; then
    owner_sql postgres "drop database if exists ${database}_restoring with (force)"
    echo "$file could not be read to its end. Nothing was changed." >&2
    full_disk "$CLUSTER"
    return 1
  fi
  # Whether this program can open it is known before it is put in place: it is brought up to date now.
  if ! JUVENAL_OWNER_DB="$OWNER_DB;Database=${database}_restoring" dotnet out/Juvenal.Web/Juvenal.Web.dll migrate; then
    owner_sql postgres "drop database if exists ${database}_restoring with (force)"
    echo "This Juvenal cannot open $file. What is here was not changed." >&2
    return 1
  fi
  owner_sql postgres "alter database ${database}_restoring rename to ${database}_restored" || return 1
  finish_restore "$database"
}

# Goes on from wherever a restore was cut off; nothing to do where none was.
finish_restore() {
  local database=$1
  if has_database "${database}_restoring"; then owner_sql postgres "drop database ${database}_restoring with (force)" || return 1; fi
  if has_database "${database}_restored"; then
    if has_database "$database"; then
      # One transaction: psql sends what stands in one -c as one.
      owner_sql postgres "alter database $database rename to ${database}_aside; alter database ${database}_restored rename to $database" || return 1
    else
      owner_sql postgres "alter database ${database}_restored rename to $database" || return 1
    fi
    say "The backup is in place."
  fi
  if has_database "${database}_aside"; then
    if has_database "${database}_replaced"; then owner_sql postgres "drop database ${database}_replaced with (force)" || return 1; fi
    owner_sql postgres "alter database ${database}_aside rename to ${database}_replaced" || return 1
  fi
  # An earlier Juvenal could be cut off between two renames: what was there stands aside, and nothing in its place.
  if ! has_database "$database" && has_database "${database}_replaced"; then
    owner_sql postgres "alter database ${database}_replaced rename to $database" || return 1
    say "A restore was cut off: what was there before is back. Restore the file again."
  fi
}

backup() {
  local file=${1:-} replace=no
  [ -n "$file" ] || fail "Into which file? ./juvenal backup FILE"
  shift
  if [ "${1:-}" = --replace ]; then replace=yes; shift; fi
  no_more_words "$@"
  file=$(from_caller "$file")
  [ -d "$(dirname "$file")" ] || fail "There is no folder $(dirname "$file")."
  [ ! -d "$file" ] || fail "$file is a folder: a file is wanted."
  [ ! -e "$file" ] || [ "$replace" = yes ] || fail "There is a file $file already. Choose another name, or: ./juvenal backup FILE --replace"
  [ -w "$(dirname "$file")" ] || fail "Nothing can be written in $(dirname "$file")."
  # Beside a running server its database is used; else nobody may begin or stop one meanwhile.
  own_data real || true
  [ -f "$DATA/PG_VERSION" ] || fail "There is nothing to back up yet: ./juvenal start has not run."
  trap stop_cluster EXIT
  start_cluster real yes
  has_database juvenal || fail "There is nothing to back up yet: ./juvenal start has not run to its end."
  dump_database juvenal "$file" || fail "The backup failed; $file was not written."
  say "Written to $file ($(du -h "$file" | cut -f1)). It holds everything, in plain: keep it where only you can read it."
}

restore() {
  local file=${1:-} replace=no replaced
  [ -n "$file" ] || fail "From which file? ./juvenal restore FILE [--replace]"
  shift
  if [ "${1:-}" = --replace ]; then replace=yes; shift; fi
  no_more_words "$@"
  file=$(from_caller "$file")
  [ -f "$file" ] || fail "There is no file $file."
  [ -r "$file" ] || fail "$file cannot be read by $(id -un)."
  need_all real
  own_data real || fail "Juvenal runs on this data: stop it first (Ctrl-C where it runs)."
  # As at start: compilers that stay behind must not hold the data.
  exec 9>&-
  build_all
  own_data real || fail "Juvenal runs on this data: stop it first (Ctrl-C where it runs)."
  trap stop_cluster EXIT
  start_cluster real yes
  finish_restore juvenal || fail "A restore that was cut off could not be finished: see $CLUSTER/postgres.log"
  replaced=$(has_database juvenal && echo yes || true)
  restore_database "$file" juvenal "$replace" || fail "Not restored."
  say "Restored, and up to date for this Juvenal.$([ -z "$replaced" ] || echo " What was there before is kept aside as the database juvenal_replaced until the next restore.")"
}
