using BenchmarkDotNet.Running;
using Juvenal.Bench;

BenchmarkSwitcher.FromTypes([typeof(PlanOneBatch), typeof(RecomputeSite)]).RunAll(args: args);
