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

        QuickFigures.Print(Console.Out);
        await QuickFigures.PrintServerAsync(Console.Out);
    }
}
