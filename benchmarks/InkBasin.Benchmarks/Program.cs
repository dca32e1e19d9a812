using BenchmarkDotNet.Running;
using InkBasin.Benchmarks;

if (args is ["thorough", ..])
{
    BenchmarkRunner.Run<WaterBenchmarks>(null, args[1..]);
    return;
}

QuickFigures.Print(Console.Out);
