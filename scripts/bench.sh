# ./juvenal bench: one plan with its spreads, a site recomputed. ./juvenal bench truth: windows against years lived day by day.
# ./juvenal bench big: a running server on the made-up nurseries, on 200 and on 2,000 batches.

run_bench() {
  need_dotnet
  local what=${1:-}
  [ $# = 0 ] || shift
  no_more_words "$@"
  case $what in
    "") dotnet run --project bench/Juvenal.Bench -c Release ;;
    truth) dotnet run --project bench/Juvenal.Bench -c Release -- truth ;;
    big) bench_big ;;
    *) fail "“$what” is no benchmark: ./juvenal bench, ./juvenal bench truth, or ./juvenal bench big." ;;
  esac
}

# The made-up yard, lived through once, then each of its batches again and again (bench/big.sql); each size on a database of its own.
# It says wall time and, since machines are noisy, the processor time of server and PostgreSQL together: compare sizes within one run.
bench_big() {
  need_all bench
  own_data bench || fail "A benchmark runs already."
  exec 9>&-
  build_all
  own_data bench || fail "A benchmark runs already."
  trap stop_cluster EXIT
  start_cluster bench yes
  CLUSTER_WAS_RUNNING=no
  owner_sql postgres "drop database if exists bench_yard with (force)"
  owner_sql postgres "create database bench_yard"
  JUVENAL_OWNER_DB="$OWNER_DB;Database=bench_yard" dotnet out/Juvenal.Web/Juvenal.Web.dll migrate
  JUVENAL_DB="$WEB_DB;Database=bench_yard;Pooling=false" dotnet out/Juvenal.Demo/Juvenal.Demo.dll
  # However many the yard has by now, a size is a size: a third of its batches is not ended, as at a busy time.
  local yard copied size copies open counts server port=5390 id=019c0de0-0000-7000-8000-000000000001
  yard=$(owner_sql bench_yard "select count(*) from batch where nursery_id = '$id'")
  copied=$(owner_sql bench_yard "select count(*) from batch where nursery_id = '$id' and start = 'seed' and parent_id is null")
  while ! port_is_free "$port"; do port=$((port + 1)); done
  for size in "$yard" 200 2000; do
    copies=$(((size - yard) / copied)); open=$(((size * 35 / 100 - yard) / copied)); counts=242
    [ "$size" -gt 200 ] || open=$copies
    [ "$size" != "$yard" ] || counts=0
    say "About $size batches"
    owner_sql postgres "drop database if exists bench_$size with (force)"
    owner_sql postgres "create database bench_$size template bench_yard"
    PGPASSWORD=$(cat "$CLUSTER/owner.password") "$PGBIN/psql" -h 127.0.0.1 -p "$PGPORT" -U juvenal_owner -d "bench_$size" -qtAX \
      -v yard=$id -v copies="$copies" -v open="$open" -v counts="$counts" -f bench/big.sql 2>/dev/null | tail -3
    JUVENAL_DB="$WEB_DB;Database=bench_$size" JUVENAL_DEMO=open ASPNETCORE_URLS="http://127.0.0.1:$port" Logging__LogLevel__Default=Warning \
      dotnet out/Juvenal.Web/Juvenal.Web.dll &
    server=$!
    node scripts/answers.mjs "http://127.0.0.1:$port" "$server"
    node bench/load.mjs "http://127.0.0.1:$port" "$server" "$(as_postgres head -1 "$DATA/postmaster.pid")" || true
    kill -TERM "$server"; wait "$server" 2>/dev/null || true
  done
}
