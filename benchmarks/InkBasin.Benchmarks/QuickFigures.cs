using System.Diagnostics;
using System.Globalization;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Resin;
using InkBasin.Core.Water;
using InkBasin.Formats;

namespace InkBasin.Benchmarks;

/// <summary>The quick speed figures of <c>./bench</c>: one line each, name value unit.</summary>
public static class QuickFigures
{
    /// <summary>Measures and prints every figure.</summary>
    public static void Print(TextWriter output)
    {
        ArgumentNullException.ThrowIfNull(output);
        var field = YardstickGround.Make(1000);
        Line(output, "ground_1000_checksum", field.HeightsMm.Sum(), "mm", "0.0000");
        var outlets = new EdgeOutlets(field, []);
        PriorityFlood? flood = null;
        Line(output, "priority_flood_1000", Median(() => flood = PriorityFlood.Fill(field, outlets)), "ms");
        Line(output, "priority_flood_1000_checksum", flood!.FilledMm.Sum(), "mm", "0.0000");
        Line(output, "priority_flood_1000_raised", flood.Label.Count(label => label > 0), "cells", "0");
        Line(output, "priority_flood_1000_depressions", flood.Depressions, "depressions", "0");

        // The whole of it: levels from the flood, then which hollow runs over into which.
        IReadOnlyList<Hollow>? hollows = null;
        Line(output, "depression_hierarchy_1000", Median(() => hollows = DepressionHierarchy.Find(field, outlets, 0, 0)), "ms");
        Line(output, "depression_hierarchy_1000_hollows", hollows!.Count, "hollows", "0");
        var inner = hollows.SelectMany(hollow => hollow.Of).ToHashSet();
        var raised = flood.FilledMm.Zip(field.HeightsMm, (filled, ground) => filled - ground).Sum() * field.CellAreaMm2;
        Line(output, "depression_hierarchy_1000_agrees", hollows.Where(hollow => !inner.Contains(hollow.Number)).Sum(hollow => hollow.VolumeMl) * 1000 / raised, "of the flood's volume", "0.000000");

        var seed = Array.IndexOf(field.HeightsMm, field.HeightsMm.Min());
        StageStorage? curve = null;
        Line(output, "stage_storage_1000", Median(() => curve = StageStorage.Of(WetRegion.Flood(field, seed, 40))), "ms");
        Line(output, "stage_storage_1000_checksum", curve!.VolumeAt(40) * 1000, "mm3", "0.0000");
        Line(output, "stage_storage_1000_area", curve.AreaAt(40), "cells", "0");
        Line(output, "stage_storage_1000_levels", curve.Knots, "levels", "0");

        // The back 700 rows of the same ground, eight pours of half a litre that spill from hollow to hollow and meet.
        var large = new HeightField(1000, 700, field.CellMm, field.HeightsMm[..700_000]);
        var largeOutlets = new EdgeOutlets(large, []);
        PourOutcome? outcome = null;
        Line(output, "pour_test_1000x700", Median(() =>
        {
            var test = new PourTest(large, largeOutlets);
            for (var k = 0; k < 8; k++) test.Add(new Pour(new PointMm(80 + (120 * k), 60 + (80 * k)), 500));
            outcome = test.Outcome();
        }), "ms");
        Line(output, "pour_test_1000x700_wet", outcome!.Pools.Sum(pool => pool.Cells.Length), "cells", "0");
        Line(output, "pour_test_1000x700_pools", outcome.Pools.Count, "pools", "0");

        // Deep-pour resin, 40 mm on ply, foam and plaster for four days; and the greatest safe depth under a sheet of 60 mm, with its curve.
        var pour = new CureProblem(new ResinProperties(30, 200), 40, [new(BedMaterial.Ply, 6), new(BedMaterial.Xps, 25), new(BedMaterial.Plaster, 3)], RoomCourse.Constant(22));
        CureRun? cured = null;
        Line(output, "cure_96h_40mm", Median(() => cured = CureColumn.Follow(pour)), "ms");
        Line(output, "cure_96h_40mm_peak", cured!.PeakC, "C", "0.000");
        Line(output, "cure_96h_40mm_gel", cured.GelH!.Value, "h", "0.000");
        Line(output, "cure_96h_40mm_steps", cured.Steps, "steps", "0");
        SafeDepth? safe = null;
        Line(output, "safe_depth", Median(() => safe = SafeDepth.Of(pour with { Room = RoomCourse.Constant(23) }, 60, 60, 65)), "ms");
        Line(output, "safe_depth_answer", safe!.SafeMm, "mm", "0.000");

        var quay = DemoBuild("sallow-quay");
        CompiledGround? ground = null;
        var memory = new PlanMemory();
        Line(output, "compile_sallow_quay", Median(() => ground = GroundRecipe.Compile(quay.Board, quay.Recipe)), "ms");

        // The waterline moved each time, as a hand does, so that its plan is not only remembered.
        var moved = 0;
        Line(output, "plan_sallow_quay", Median(() => new BuildAnswers(Raised(quay, 0.04 * moved++), ground!, Stores.Examples, memory).Plan()), "ms");
    }

    /// <summary>Measures and prints what a hand feels while it drags.</summary>
    public static async Task PrintServerAsync(TextWriter output)
    {
        ArgumentNullException.ThrowIfNull(output);
        await using var server = new ServerFigures();
        var (waterline, room, ground) = await server.MeasureAsync();
        Line(output, "waterline_drag_p95", waterline, "ms");
        Line(output, "room_slider_p95", room, "ms");
        Line(output, "ground_drag_p95", ground, "ms");
        var (stroke, step, kept) = await server.MeasureLargeAsync();
        Line(output, "stroke_1000x700_p95", stroke, "ms");
        Line(output, "step_drag_1000x700_p95", step, "ms");
        Line(output, "stroke_kept_1000x700_p95", kept, "ms");
        var (first, again) = await server.MeasureDaysAsync();
        Line(output, "days_first", first, "ms");
        Line(output, "days_replan_p95", again, "ms");
    }

    /// <summary>Measures and prints what the eye waits for.</summary>
    public static async Task PrintPointerAsync(TextWriter output)
    {
        ArgumentNullException.ThrowIfNull(output);
        var root = new DirectoryInfo(AppContext.BaseDirectory);
        while (root is not null && !File.Exists(Path.Combine(root.FullName, "InkBasin.slnx"))) root = root.Parent;
        await using var page = new PointerFigures(Path.Combine(root!.FullName, "src", "web", "dist"));
        var (demo, large, first) = await page.MeasureAsync();
        Line(output, "pointer_to_figures_p95", demo, "ms");
        Line(output, "pointer_to_figures_1000x700_p95", large, "ms");
        Line(output, "first_figures", first, "ms", "0");
    }

    /// <summary>Measures and prints what the server holds while fifty clients work on it.</summary>
    public static async Task PrintMemoryAsync(TextWriter output, double seconds)
    {
        ArgumentNullException.ThrowIfNull(output);
        using var server = new MemoryFigures();
        var (before, half, end, most, perSecond) = await server.MeasureAsync(seconds);
        Line(output, "memory_started", before, "MB", "0");
        Line(output, $"memory_50_clients_{seconds / 2:0}s", half, "MB", "0");
        Line(output, $"memory_50_clients_{seconds:0}s", end, "MB", "0");
        Line(output, "memory_50_clients_most", most, "MB", "0");
        Line(output, "memory_50_clients_tried", perSecond, "changes/s", "0");
    }

    private static Build DemoBuild(string name)
    {
        var file = Path.Combine(AppContext.BaseDirectory, "demo", $"{name}.build.json");
        return BuildFile.Read(File.ReadAllBytes(file)).Build;
    }

    private static Build Raised(Build build, double mm) => build with { Waters = [build.Waters[0] with { WaterlineMm = build.Waters[0].WaterlineMm + mm }, .. build.Waters.Skip(1)] };

    // Median of 10 after one run that warms the code up.
    private static double Median(Action work)
    {
        work();
        var times = new double[10];
        for (var i = 0; i < times.Length; i++)
        {
            var start = Stopwatch.GetTimestamp();
            work();
            times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }

        Array.Sort(times);
        return (times[4] + times[5]) / 2;
    }

    private static void Line(TextWriter output, string name, double value, string unit, string format = "0.00") =>
        output.WriteLine($"{name} {value.ToString(format, CultureInfo.InvariantCulture)} {unit}");
}
