using BenchmarkDotNet.Attributes;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Benchmarks;

/// <summary>The thorough figures: <c>dotnet run -c Release --project benchmarks/InkBasin.Benchmarks -- thorough</c>.</summary>
[MemoryDiagnoser]
public class WaterBenchmarks
{
    private HeightField _field = null!;
    private EdgeOutlets _outlets = null!;
    private int _seed;

    [Params(1000)]
    public int Size { get; set; }

    [GlobalSetup]
    public void Prepare()
    {
        _field = YardstickGround.Make(Size);
        _outlets = new EdgeOutlets(_field, []);
        _seed = Array.IndexOf(_field.HeightsMm, _field.HeightsMm.Min());
    }

    [Benchmark]
    public PriorityFlood PriorityFloodWithLabels() => PriorityFlood.Fill(_field, _outlets);

    [Benchmark]
    public StageStorage StageStorageCurve() => StageStorage.Of(WetRegion.Flood(_field, _seed, 40));
}
