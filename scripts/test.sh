# ./juvenal test: everything, on a fresh machine too. Ends with “N passed, N failed”.

PASSED=0
FAILED=0

# A check that passes or fails as a whole: its output is shown where it fails.
check() {
  local name=$1 log; shift
  log=$(mktemp)
  printf '  %-34s' "$name"
  if "$@" >"$log" 2>&1; then
    PASSED=$((PASSED + 1)); echo ok
  else
    FAILED=$((FAILED + 1)); echo FAILED; tail -60 "$log"
  fi
  rm -f "$log"
}

# A test runner: its own counts are added up. $2 is an extended regex for “passed”, $3 for “failed”; both find a number.
runner() {
  local name=$1 passed_pattern=$2 failed_pattern=$3 log code=0 passed failed; shift 3
  log=$(mktemp)
  printf '  %-34s' "$name"
  "$@" >"$log" 2>&1 || code=$?
  sed -i 's/\x1b\[[0-9;]*m//g' "$log"
  passed=$(grep -oE "$passed_pattern" "$log" | grep -oE '[0-9]+' | tail -1 || true)
  failed=$(grep -oE "$failed_pattern" "$log" | grep -oE '[0-9]+' | tail -1 || true)
  passed=${passed:-0}
  failed=${failed:-0}
  # A runner that broke down, or ran nothing, counts as a failure.
  if [ "$code" != 0 ] && [ "$failed" = 0 ] || [ "$passed" = 0 ]; then failed=$((failed + 1)); fi
  PASSED=$((PASSED + passed)); FAILED=$((FAILED + failed))
  echo "$passed passed, $failed failed"
  [ "$failed" = 0 ] || tail -150 "$log"
  rm -f "$log"
}

client_is_fresh() {
  cp web/src/api/openapi.json "$1/openapi.json"; cp web/src/api/schema.d.ts "$1/schema.d.ts"
  dotnet build src/Juvenal.Web --no-incremental --no-restore -v q || return 1
  (cd web && npm run --silent client) || return 1
  local stale=0
  cmp web/src/api/openapi.json "$1/openapi.json" && cmp web/src/api/schema.d.ts "$1/schema.d.ts" || stale=1
  [ "$stale" = 0 ] || echo "The API has changed: run dotnet build src/Juvenal.Web and npm run client in web/, then commit web/src/api."
  return "$stale"
}

csharp_is_formatted() { dotnet tool restore && dotnet csharpier check .; }

in_web() { (cd web && npm run --silent "$@"); }

# A fresh, migrated database; exports JUVENAL_DB.
fresh_database() {
  owner_sql postgres "drop database if exists $1 with (force)" && owner_sql postgres "create database $1" || return 1
  export JUVENAL_DB="$WEB_DB;Database=$1"
  JUVENAL_OWNER_DB="$OWNER_DB;Database=$1" dotnet out/Juvenal.Web/Juvenal.Web.dll migrate
}

# Serves JUVENAL_DB on a port of its own, from $1 on; sets SERVED to its address.
serve_for_test() {
  local port=$1; shift
  while ! port_is_free "$port"; do port=$((port + 1)); done
  env "$@" ASPNETCORE_URLS="http://127.0.0.1:$port" Logging__LogLevel__Default=Warning dotnet out/Juvenal.Web/Juvenal.Web.dll &
  E2E_SERVERS="$E2E_SERVERS $!"
  for _ in $(seq 1 100); do port_is_free "$port" || break; read -rt 0.1 <> <(:) || true; done
  SERVED="http://127.0.0.1:$port"
}

E2E_SERVERS=
stop_test_servers() {
  for server in $E2E_SERVERS; do kill -TERM "$server" 2>/dev/null || true; wait "$server" 2>/dev/null || true; done
  E2E_SERVERS=
}

end_to_end() {
  # Two servers: somebody's own nursery, new; and the demo. Each on a database of its own.
  export JUVENAL_WEB_ROOT=$PWD/web/dist
  local own_url own_link code=0
  fresh_database juvenal_e2e_own || return 1
  own_link=$(dotnet out/Juvenal.Web/Juvenal.Web.dll open "My nursery") || return 1
  serve_for_test 5580 JUVENAL_DEMO=
  own_url=$SERVED
  fresh_database juvenal_e2e || return 1
  dotnet out/Juvenal.Demo/Juvenal.Demo.dll || return 1
  serve_for_test 5480 JUVENAL_DEMO=open
  (cd tests/e2e && JUVENAL_URL="$SERVED" JUVENAL_OWN="$own_url" JUVENAL_LINK="$own_link" "$@") || code=$?
  stop_test_servers
  return "$code"
}

# Two server processes on the demo's database accept each other's cookies and tokens.
two_processes() {
  local one two code=0
  export JUVENAL_DB="$WEB_DB;Database=juvenal_e2e" JUVENAL_WEB_ROOT=$PWD/web/dist
  serve_for_test 5680 JUVENAL_DEMO=open; one=$SERVED
  serve_for_test 5690 JUVENAL_DEMO=open; two=$SERVED
  node tests/e2e/two-processes.mjs "$one" "$two" || code=1
  stop_test_servers
  return "$code"
}

# The demo's database: backed up, damaged, restored over a changed one. The ledger must come back to the letter.
backup_round_trip() {
  source scripts/backup.sh
  local file=$1/yard.backup before
  ledger() { owner_sql juvenal_e2e "select md5(string_agg(l::text, '|' order by sequence)) from ledger_entry l"; }
  before=$(ledger)
  [ -n "$before" ] || { echo "There is no ledger to back up."; return 1; }
  dump_database juvenal_e2e "$file" || return 1
  owner_sql juvenal_e2e "update batch set code = 'changed-' || code" || return 1
  head -c $(($(stat -c %s "$file") / 2)) "$file" > "$1/half.backup"
  echo "no backup" > "$1/none.backup"
  head -c $(($(stat -c %s "$file") - 300)) "$file" > "$1/late.backup"
  for damaged in half none late; do
    ! restore_database "$1/$damaged.backup" juvenal_e2e yes || { echo "A damaged file was restored."; return 1; }
    [ "$(owner_sql juvenal_e2e "select count(*) from batch where code like 'changed-%'")" -gt 0 ] || { echo "A damaged file changed something."; return 1; }
  done
  ! restore_database "$file" juvenal_e2e no || { echo "It was replaced without being asked."; return 1; }
  restore_database "$file" juvenal_e2e yes || return 1
  [ "$(owner_sql juvenal_e2e "select count(*) from batch where code like 'changed-%'")" = 0 ] && [ "$(ledger)" = "$before" ] || { echo "What came back is not what was there."; return 1; }
  # The server's role sees it as before, and no more.
  [ "$(PGPASSWORD=$(cat "$CLUSTER/web.password") "$PGBIN/psql" -h 127.0.0.1 -p "$PGPORT" -U juvenal_web -d juvenal_e2e -qtAXc 'select count(*) from batch')" = 0 ] || { echo "The walls did not come back."; return 1; }
}

clean_up() {
  stop_test_servers
  stop_cluster
}

run_tests() {
  need_dotnet
  need_node
  need_timezones
  # Labels are read back by readers that are not ours.
  local wanted=()
  [ -x /usr/bin/chromium ] || wanted+=(chromium)
  command -v pdftotext >/dev/null || wanted+=(poppler-utils)
  command -v zbarimg >/dev/null || wanted+=(zbar-tools)
  [ "${#wanted[@]}" = 0 ] || need_packages "${wanted[@]}"
  export CI=${CI:-true}
  say "Preparing"
  dotnet restore Juvenal.slnx --locked-mode -v q >out/logs/restore.log 2>&1 || { tail -20 out/logs/restore.log; fail "The .NET packages could not be restored."; }
  install_npm web
  install_npm tests/e2e
  trap clean_up EXIT
  start_cluster test no
  export JUVENAL_TEST_OWNER=$OWNER_DB JUVENAL_TEST_WEB=$WEB_DB
  local scratch; scratch=$(mktemp -d)

  say "Checks"
  check "API client is fresh" client_is_fresh "$scratch"
  check "Build, analyzers" dotnet build Juvenal.slnx --no-restore -v q
  check "C# format" csharp_is_formatted
  check "Front end: types and build" in_web build
  check "Front end: lint" in_web lint
  check "Front end: format" in_web format

  say "Tests"
  runner "Core" 'succeeded: [0-9]+' 'failed: [0-9]+' dotnet test --project tests/Juvenal.Core.Tests --no-build
  runner "HTTP on PostgreSQL" 'succeeded: [0-9]+' 'failed: [0-9]+' dotnet test --project tests/Juvenal.Web.Tests --no-build
  runner "Front end" 'Tests .*[0-9]+ passed' '[0-9]+ failed' in_web test
  sources_stamp web > out/.web 2>/dev/null || { mkdir -p out; sources_stamp web > out/.web; }
  build_all
  runner "Interface in Chromium" '[0-9]+ passed' '[0-9]+ failed' end_to_end npx playwright test
  check "Two processes, one database" two_processes
  check "Backup and restore" backup_round_trip "$scratch"

  rm -rf "$scratch"
  printf '\n%s passed, %s failed\n' "$PASSED" "$FAILED"
  [ "$FAILED" = 0 ]
}
