# ./juvenal fixture: a database and an export of today's data version into tests/fixtures. A migration is added only after that: a test asks.
source scripts/test.sh
source scripts/backup.sh

make_fixture() {
  no_more_words "$@"
  need_all test
  build_all
  local export dump=tests/fixtures/database-$(printf %04d "$(data_version)").dump
  export=tests/fixtures/export-$(grep -oE 'const int Version = [0-9]+' src/Juvenal.Store/Exports/NurseryExport.cs | grep -oE '[0-9]+').zip
  trap clean_up EXIT
  start_cluster test no
  fresh_database juvenal_fixture
  dotnet out/Juvenal.Demo/Juvenal.Demo.dll
  serve_for_test 5780 JUVENAL_DEMO=open JUVENAL_DEMO_HOUR=9
  node tests/fixtures/live.mjs "$SERVED" "$export"
  stop_test_servers
  dump_database juvenal_fixture "$dump"
  say "Written: $dump and $export"
}
