# ./juvenal bench: one plan with its spreads.
run_bench() {
  need_dotnet
  dotnet run --project bench/Juvenal.Bench -c Release
}
