using BenchmarkDotNet.Running;
using Juvenal.Bench;

if (args is ["truth"])
    Truth.Run();
else
    BenchmarkSwitcher.FromTypes([typeof(PlanOneBatch), typeof(RecomputeSite)]).RunAll(args: args);
