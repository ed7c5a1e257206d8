using BenchmarkDotNet.Running;
using Juvenal.Bench;

BenchmarkRunner.Run<PlanOneBatch>(args: args);
