# ./juvenal test [core|http|web|e2e [FILTER]]: everything, or one part of it. Ends with “N passed, N failed”.

PASSED=0
FAILED=0
FAILURES=()
CONFIGURATION=Release
TIMEFORMAT='%R s, %U + %S s of CPU'

# How long a test may wait for something, in seconds: a test must not fail because the machine is slow.
export JUVENAL_TEST_PATIENCE=${JUVENAL_TEST_PATIENCE:-120}

# Tests run everything a few times and nothing for long: code is compiled once, plainly, and not again for speed.
export DOTNET_TieredPGO=0 DOTNET_TC_CallCountThreshold=1000

# Runs a command with its output in $LOG; says how long it took. Sets CODE.
timed() {
  local took
  CODE=0
  took=$({ time "$@" >"$LOG" 2>&1; } 2>&1) || CODE=$?
  TOOK=${took##*$'\n'}
  sed -i 's/\x1b\[[0-9;]*m//g' "$LOG"
}

# A check that passes or fails as a whole: its output is shown where it fails.
check() {
  local name=$1; shift
  LOG=$(mktemp)
  printf '  %-34s' "$name"
  timed "$@"
  if [ "$CODE" = 0 ]; then
    PASSED=$((PASSED + 1)); echo "ok ($TOOK)"
  else
    FAILED=$((FAILED + 1)); FAILURES+=("$name"); echo "FAILED ($TOOK)"; tail -60 "$LOG"
  fi
  rm -f "$LOG"
}

# A test runner: its own counts are added up. $2, $3 and $4 are extended regexes for “passed”, “failed” (both find a number) and a failed test's line.
runner() {
  local name=$1 passed_pattern=$2 failed_pattern=$3 name_pattern=$4 passed failed; shift 4
  LOG=$(mktemp)
  printf '  %-34s' "$name"
  timed "$@"
  passed=$(grep -oE "$passed_pattern" "$LOG" | grep -oE '[0-9]+' | tail -1 || true)
  failed=$(grep -oE "$failed_pattern" "$LOG" | grep -oE '[0-9]+' | tail -1 || true)
  passed=${passed:-0}
  failed=${failed:-0}
  # A runner that broke down, or ran nothing, counts as a failure.
  if [ "$CODE" != 0 ] && [ "$failed" = 0 ] || [ "$passed" = 0 ]; then failed=$((failed + 1)); FAILURES+=("$name: it broke down, or ran nothing"); fi
  PASSED=$((PASSED + passed)); FAILED=$((FAILED + failed))
  echo "$passed passed, $failed failed ($TOOK)"
  if [ "$failed" != 0 ]; then
    tail -150 "$LOG"
    while IFS= read -r line; do FAILURES+=("$name: $line"); done < <(grep -E "$name_pattern" "$LOG" | sed 's/^ *//' | sort -u | head -60)
  fi
  rm -f "$LOG"
}

# Compiling writes the API down anew (web/src/api/openapi.json): it must be what is committed, and the client made from it too.
client_is_fresh() {
  cp web/src/api/schema.d.ts "$1/schema.d.ts"
  (cd web && npm run --silent client) || return 1
  local stale=0
  cmp web/src/api/openapi.json "$1/openapi.json" && cmp web/src/api/schema.d.ts "$1/schema.d.ts" || stale=1
  [ "$stale" = 0 ] || echo "The API has changed: run ./juvenal test web and npm run client in web/, then commit web/src/api."
  return "$stale"
}

csharp_is_formatted() { dotnet tool restore && dotnet csharpier check .; }

# The one without a window is half as big, and as good here.
has_chromium() { [ -x /usr/bin/chromium-headless-shell ] || [ -x /usr/bin/chromium ]; }

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
  SERVED="http://127.0.0.1:$port"
  node scripts/answers.mjs "$SERVED" "$!"
}

E2E_SERVERS=
stop_test_servers() {
  for server in $E2E_SERVERS; do kill -TERM "$server" 2>/dev/null || true; wait "$server" 2>/dev/null || true; done
  E2E_SERVERS=
}

end_to_end() {
  # Three servers: somebody's own nursery, new; the demo; and a demo whose spring is lived. Each on a database of its own,
  # the demos at an hour of their own, so that what a test sees does not hang on when it runs.
  export JUVENAL_WEB_ROOT=$PWD/web/dist
  local own_url own_link spring_url code=0
  fresh_database juvenal_e2e_own || return 1
  own_link=$(dotnet out/Juvenal.Web/Juvenal.Web.dll open "My nursery") || return 1
  serve_for_test 5580 JUVENAL_DEMO=
  own_url=$SERVED
  fresh_database juvenal_e2e_spring || return 1
  dotnet out/Juvenal.Demo/Juvenal.Demo.dll || return 1
  serve_for_test 5680 JUVENAL_DEMO=open JUVENAL_DEMO_HOUR=20
  spring_url=$SERVED
  fresh_database juvenal_e2e || return 1
  dotnet out/Juvenal.Demo/Juvenal.Demo.dll || return 1
  serve_for_test 5480 JUVENAL_DEMO=open JUVENAL_DEMO_HOUR=9
  (cd tests/e2e && JUVENAL_URL="$SERVED" JUVENAL_SPRING="$spring_url" JUVENAL_OWN="$own_url" JUVENAL_LINK="$own_link" "$@") || code=$?
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

# What happens when a machine goes down, a restore is cut off, or two begin on the same data: on a cluster of its own.
operations() {
  source scripts/backup.sh
  (
    set -e
    own_data test-operations
    # A second one says that the data is in use, and stops nobody's database.
    ! (own_data test-operations) || { echo "Two had the same data at once."; exit 1; }
    start_cluster test-operations no
    CLUSTER_WAS_RUNNING=no
    trap stop_cluster EXIT
    really_runs || { echo "What runs was not found running."; exit 1; }
    owner_sql postgres "drop database if exists juvenal with (force)"
    owner_sql postgres "create database juvenal"

    # The machine goes down; afterwards the number in postmaster.pid is another process's.
    kill -9 "$(as_postgres head -1 "$DATA/postmaster.pid")"
    for _ in $(seq 1 100); do really_runs || break; read -rt 0.1 <> <(:) || true; done
    as_postgres sed -i "1s/.*/$$/" "$DATA/postmaster.pid"
    ! really_runs || { echo "A stale postmaster.pid was believed."; exit 1; }
    start_cluster test-operations no
    CLUSTER_WAS_RUNNING=no
    has_database juvenal || { echo "The data is gone."; exit 1; }

    # A restore that is cut off at each of its steps goes on from there.
    names() { owner_sql postgres "select string_agg(datname, ' ' order by datname) from pg_database where datname like 'juvenal%'"; }
    after() { finish_restore juvenal; [ "$(names)" = "$1" ] || { echo "After $2: $(names)"; exit 1; }; }
    owner_sql postgres "create database juvenal_restoring"
    after "juvenal" "a half-read file"
    owner_sql postgres "create database juvenal_restored"
    after "juvenal juvenal_replaced" "a whole file that was not yet in place"
    owner_sql postgres "alter database juvenal_replaced rename to juvenal_aside"
    owner_sql postgres "create database juvenal_replaced"
    after "juvenal juvenal_replaced" "the exchange of names"
    owner_sql postgres "drop database juvenal"
    after "juvenal" "two renames of an earlier Juvenal"
  )
}

# What the commands say, to the letter: on data of their own, from another folder, beside a server that runs, with words that are none.
commands() {
  local juvenal=$PWD/juvenal own; own=$(mktemp -d); chmod 711 "$own"
  (
    set -e
    export JUVENAL_DATA=$own/data JUVENAL_PORT=5880
    mkdir -p "$own/here"
    cd "$own/here"
    while ! port_is_free "$JUVENAL_PORT"; do JUVENAL_PORT=$((JUVENAL_PORT + 1)); done
    refuses() {
      local sentence=$1 said; shift
      ! said=$("$juvenal" "$@" 2>&1) || { echo "Not refused: $*"; exit 1; }
      grep -qF -- "$sentence" <<<"$said" || { echo "$* said: $said"; exit 1; }
    }
    refuses "“--replce” is not understood" restore x --replce
    refuses "“twice” is not understood" start --lan twice
    refuses "There is no file $own/here/none.backup" restore none.backup
    refuses "There is nothing to back up yet" backup mine.backup

    "$juvenal" start >"$own/start.log" 2>&1 &
    server=$!
    trap 'kill -TERM $server 2>/dev/null || true; wait $server 2>/dev/null || true' EXIT
    until grep -q "is open" "$own/start.log"; do
      kill -0 "$server" 2>/dev/null || { cat "$own/start.log"; exit 1; }
      read -rt 0.1 <> <(:) || true
    done
    # It was said, so it answers: asked once.
    node -e "fetch('http://127.0.0.1:$JUVENAL_PORT/api/session').then((a) => process.exit(a.ok ? 0 : 1), () => process.exit(1))" \
      || { echo "It was said to be open, and did not answer."; exit 1; }
    JUVENAL_PORT=$((JUVENAL_PORT + 1)) refuses "Juvenal runs on this data already" start
    "$juvenal" backup mine.backup
    [ -s mine.backup ] || { echo "The backup is not where it was asked for."; exit 1; }
    refuses "There is a file $own/here/mine.backup already" backup mine.backup
    refuses "Juvenal runs on this data: stop it first" restore mine.backup
    PGPORT=$(as_postgres sed -n 4p "$JUVENAL_DATA/real/data/postmaster.pid")
    CLUSTER=$JUVENAL_DATA/real
    owner_sql juvenal "insert into schemaversions (scriptname, applied) values ('Juvenal.Store.Migrations.0999_of_next_year.sql', now())"
    "$juvenal" backup newer.backup
    kill -TERM "$server"; wait "$server" || true
    refuses "of data version 999" start
    "$juvenal" restore mine.backup --replace | grep -q "kept aside" || { echo "What was there is not said to be kept."; exit 1; }
    refuses "This Juvenal cannot open $own/here/newer.backup" restore newer.backup --replace
    ! JUVENAL_DATA=$own/fresh "$juvenal" restore mine.backup | grep "kept aside" || { echo "Nothing was there to be kept."; exit 1; }
  ) || { rm -rf "$own"; return 1; }
  rm -rf "$own"
}

clean_up() {
  stop_test_servers
  stop_cluster
}

build_tests() { dotnet build "$1" -c "$CONFIGURATION" --no-restore -v q; }

# One of our .NET test projects, already built; $2 narrows it to methods or classes that have it in their name.
dotnet_tests() {
  local narrow=()
  [ -z "${2:-}" ] || narrow=(-- --filter-method "*$2*")
  dotnet test --project "tests/$1" -c "$CONFIGURATION" --no-build "${narrow[@]}"
}

DOTNET_PASSED='succeeded: [0-9]+' DOTNET_FAILED='failed: [0-9]+' DOTNET_NAME='^ *failed [A-Z]'

run_core() { runner "Core" "$DOTNET_PASSED" "$DOTNET_FAILED" "$DOTNET_NAME" dotnet_tests Juvenal.Core.Tests "${1:-}"; }
run_http() { runner "HTTP on PostgreSQL" "$DOTNET_PASSED" "$DOTNET_FAILED" "$DOTNET_NAME" dotnet_tests Juvenal.Web.Tests "${1:-}"; }
run_web() { runner "Front end" 'Tests .*[0-9]+ passed' '[0-9]+ failed' '^ *FAIL ' in_web test ${1:+-- -t "$1"}; }

run_e2e() {
  check "Production build" build_all
  [ -f web/dist/index.html ] || return 0
  runner "Interface in Chromium" '[0-9]+ passed' '[0-9]+ failed' '^ *[0-9]+\) ' end_to_end npx playwright test ${1:+-g "$1"}
}

run_tests() {
  local part=${1:-all} filter=${2:-} wanted=()
  case $part in all|core|http|web|e2e) ;; *) fail "“$part” is none of core, http, web, e2e." ;; esac
  [ $# -le 2 ] || no_more_words "$3"
  if [[ $part = core || $part = web ]]; then need_dotnet; need_node; need_timezones; else need_all test; fi
  need_out
  # Labels are read back by readers that are not ours.
  if [[ $part = all || $part = e2e ]] && ! has_chromium; then wanted+=(chromium-headless-shell); fi
  if [[ $part = all || $part = http ]]; then
    command -v pdftotext >/dev/null || wanted+=(poppler-utils)
    command -v zbarimg >/dev/null || wanted+=(zbar-tools)
  fi
  [ "${#wanted[@]}" = 0 ] || need_packages "${wanted[@]}"
  export CI=${CI:-true}
  # So is the calendar; where that reader cannot be had, its check is skipped, and says so.
  if [[ $part = all || $part = http ]] && [ "$(id -u)" = 0 ] && ! /usr/bin/python3 -c 'import icalendar' 2>/dev/null; then
    (need_packages python3-icalendar) || say "python3-icalendar cannot be installed: one check will be skipped."
  fi
  say "Preparing"
  if [[ $part != web ]]; then
    dotnet restore Juvenal.slnx --locked-mode -v q >out/logs/restore.log 2>&1 || { tail -20 out/logs/restore.log; fail "The .NET packages could not be restored."; }
  fi
  [[ $part = core || $part = http ]] || install_npm web
  [[ $part = core || $part = http || $part = web ]] || install_npm tests/e2e
  trap clean_up EXIT
  if [[ $part != core && $part != web ]]; then
    start_cluster test no
    export JUVENAL_TEST_OWNER=$OWNER_DB JUVENAL_TEST_WEB=$WEB_DB JUVENAL_TEST_PGBIN=$PGBIN
  fi
  local scratch; scratch=$(mktemp -d)

  case $part in
    core) check "Build" build_tests tests/Juvenal.Core.Tests; [ "$FAILED" != 0 ] || run_core "$filter" ;;
    http) check "Build" build_tests tests/Juvenal.Web.Tests; [ "$FAILED" != 0 ] || run_http "$filter" ;;
    web) run_web "$filter" ;;
    e2e) run_e2e "$filter" ;;
    all)
      say "Checks"
      cp web/src/api/openapi.json "$scratch/openapi.json"
      check "Build, analyzers" build_tests Juvenal.slnx
      [ "$FAILED" != 0 ] || BUILT=--no-build
      check "API client is fresh" client_is_fresh "$scratch"
      check "C# format" csharp_is_formatted
      check "Front end: types, lint" in_web lint
      check "Front end: format" in_web format
      say "Tests"
      run_core
      run_http
      run_web
      run_e2e
      check "Two processes, one database" two_processes
      check "Backup and restore" backup_round_trip "$scratch"
      check "Operations" operations
      check "Commands" commands
      ;;
  esac

  rm -rf "$scratch"
  [ "${#FAILURES[@]}" = 0 ] || { printf '\nFailed:\n'; printf '  %s\n' "${FAILURES[@]}"; }
  printf '\n%s passed, %s failed\n' "$PASSED" "$FAILED"
  [ "$FAILED" = 0 ]
}
