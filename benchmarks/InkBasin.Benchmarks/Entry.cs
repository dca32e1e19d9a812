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

        if (args is ["pointer", ..])
        {
            await QuickFigures.PrintPointerAsync(Console.Out);
            return;
        }

        if (args is ["memory", ..])
        {
            await QuickFigures.PrintMemoryAsync(Console.Out, seconds: args is [_, var asked] ? double.Parse(asked, System.Globalization.CultureInfo.InvariantCulture) : 120);
            return;
        }

        if (args is not ["drags", ..]) QuickFigures.Print(Console.Out);
        await QuickFigures.PrintServerAsync(Console.Out);
        await QuickFigures.PrintPointerAsync(Console.Out);
        if (args is not ["drags", ..]) await QuickFigures.PrintMemoryAsync(Console.Out, seconds: 10);
    }
}
