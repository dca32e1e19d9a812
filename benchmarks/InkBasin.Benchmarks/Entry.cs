using BenchmarkDotNet.Running;

namespace InkBasin.Benchmarks;

internal static class Entry
{
    private static async Task Main(string[] args)
    {
        if (args is ["thorough", ..])
        {
            BenchmarkRunner.Run<WaterBenchmarks>(null, args[1..]);
            return;
        }

        if (args is not ["drags", ..]) QuickFigures.Print(Console.Out);
        await QuickFigures.PrintServerAsync(Console.Out);
    }
}
