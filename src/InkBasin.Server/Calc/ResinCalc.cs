using System.Text.Json;
using InkBasin.Core.Dams;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core;

namespace InkBasin.Server.Calc;

/// <summary>What a cure is reckoned from.</summary>
public sealed record ResinRequest(
    double? GelH = null,
    double? ReferenceC = null,
    double? HeatJPerG = null,
    double? DensityGPerMl = null,
    double? ActivationKJPerMol = null,
    double? InitialCatalysis = null)
{
    // The isothermal routes give off no heat that counts; a positive one is all they need.
    private const double NoMatterJPerG = 200;

    internal ResinProperties ToResin(bool heatMatters)
    {
        var resin = new ResinProperties(
            GelH ?? throw GridRequest.Missing("product.gelH"),
            HeatJPerG ?? (heatMatters ? throw GridRequest.Missing("product.heatJPerG") : NoMatterJPerG),
            ReferenceC ?? 25,
            DensityGPerMl ?? 1.1,
            ActivationKJPerMol ?? 55,
            InitialCatalysis ?? 0.05);
        resin.Check("product");
        return resin;
    }
}

/// <summary>What a water test lost.</summary>
public sealed record LeakTestRequest(double? LostMl = null, double? Minutes = null, double? HeadMm = null);

/// <summary>POST /api/calc/seep.</summary>
public sealed record SeepRequest(LeakTestRequest? WaterTest = null, double? HeadMm = null, ResinRequest? Product = null, double? MixedViscosityMPaS = null, double? RoomC = null);

/// <summary>A sheet, skin or layer under a pour.</summary>
public sealed record StackRequest(BedMaterial? Material = null, double? ThicknessMm = null, double? Cure = null);

/// <summary>POST /api/calc/cure. The room is a number or a list of atH and c.</summary>
public sealed record CureCalcRequest(
    ResinRequest? Product = null,
    double? LayerMm = null,
    IReadOnlyList<StackRequest?>? Stack = null,
    JsonElement? RoomC = null,
    double? Hours = null,
    double? TopWPerM2K = null,
    double? BottomWPerM2K = null);

/// <summary>The answer of /api/calc/cure.</summary>
public sealed record CureAnswer(
    double PeakC,
    double PeakAtH,
    double PeakFromTopMm,
    double? FoamFacePeakC,
    double? GelH,
    double? TackFreeH,
    double? StripH,
    double EndCure,
    IReadOnlyList<CurePoint> Series);

/// <summary>POST /api/calc/safe-depth.</summary>
public sealed record SafeDepthRequest(
    ResinRequest? Product = null,
    IReadOnlyList<StackRequest?>? Stack = null,
    JsonElement? RoomC = null,
    double? Hours = null,
    double? TopWPerM2K = null,
    double? BottomWPerM2K = null,
    double? SheetMaxMm = null,
    double? ResinLimitC = null,
    double? FoamLimitC = null);

/// <summary>What a sheet says of pot life.</summary>
public sealed record SheetPotRequest(double? MassG = null, double? Minutes = null, double? AtC = null);

/// <summary>POST /api/calc/pot.</summary>
public sealed record PotRequest(ResinRequest? Product = null, double? MassG = null, CupRequest? Cup = null, double? RoomC = null, double? MixedViscosityMPaS = null, SheetPotRequest? SheetPot = null);

/// <summary>The answer of /api/calc/pot.</summary>
public sealed record PotAnswer(double? MinutesTo40C, double? MinutesToDoubleViscosity, double PeakC, double? AnchoredMinutes);

/// <summary>POST /api/calc/bubbles.</summary>
public sealed record BubblesRequest(ResinRequest? Product = null, double? MixedViscosityMPaS = null, double? RoomC = null, double? DepthMm = null, double? BornAtH = null);

/// <summary>POST /api/calc/ripples.</summary>
public sealed record RipplesRequest(
    ResinRequest? Product = null,
    double? MixedViscosityMPaS = null,
    double? RoomC = null,
    double? DepthMm = null,
    double? WavelengthMm = null,
    double? KeepPercent = null,
    double? SurfaceTensionNPerM = null);

/// <summary>The calculation routes on resin as it sets.</summary>
internal static class ResinCalc
{
    public static Seep Seep(SeepRequest request)
    {
        var test = Require.Present(request.WaterTest, "waterTest");
        return Core.Dams.Seep.Of(
            new LeakTest(
                test.LostMl ?? throw GridRequest.Missing("waterTest.lostMl"),
                test.Minutes ?? throw GridRequest.Missing("waterTest.minutes"),
                test.HeadMm ?? throw GridRequest.Missing("waterTest.headMm")),
            request.HeadMm ?? throw GridRequest.Missing("headMm"),
            Require.Present(request.Product, "product").ToResin(heatMatters: false),
            request.MixedViscosityMPaS ?? throw GridRequest.Missing("mixedViscosityMPaS"),
            request.RoomC ?? throw GridRequest.Missing("roomC"));
    }

    public static CureAnswer Cure(CureCalcRequest request, CancellationToken cancel)
    {
        var run = CureColumn.Follow(
            Problem(request.Product, request.LayerMm ?? throw GridRequest.Missing("layerMm"), request.Stack, request.RoomC, request.Hours, request.TopWPerM2K, request.BottomWPerM2K), cancel: cancel);
        return new CureAnswer(run.PeakC, run.PeakAtH, run.PeakFromTopMm, run.FoamFacePeakC, run.GelH, run.TackFreeH, run.StripH, run.EndCure, run.Series);
    }

    public static SafeDepth SafeDepth(SafeDepthRequest request, CancellationToken cancel)
    {
        var sheetMax = request.SheetMaxMm ?? throw GridRequest.Missing("sheetMaxMm");
        Require.Within(sheetMax, 0.1, 500, "sheetMaxMm");
        var problem = Problem(request.Product, sheetMax, request.Stack, request.RoomC, request.Hours, request.TopWPerM2K, request.BottomWPerM2K);
        return Core.Resin.SafeDepth.Of(
            problem, sheetMax, request.ResinLimitC ?? Core.Resin.SafeDepth.ResinLimitC, request.FoamLimitC ?? Core.Resin.SafeDepth.FoamLimitOf(problem.Stack), cancel: cancel);
    }

    public static PotAnswer Pot(PotRequest request)
    {
        var cup = Require.Present(request.Cup, "cup");
        var pot = Core.Resin.Pot.Of(
            Require.Present(request.Product, "product").ToResin(heatMatters: true),
            request.MassG ?? throw GridRequest.Missing("massG"),
            new Cup(cup.BaseMm ?? throw GridRequest.Missing("cup.baseMm"), cup.TopMm ?? throw GridRequest.Missing("cup.topMm"), cup.HeightMm ?? throw GridRequest.Missing("cup.heightMm")),
            request.RoomC ?? throw GridRequest.Missing("roomC"),
            request.MixedViscosityMPaS ?? throw GridRequest.Missing("mixedViscosityMPaS"),
            request.SheetPot is { } sheet
                ? new SheetPot(sheet.MassG ?? throw GridRequest.Missing("sheetPot.massG"), sheet.Minutes ?? throw GridRequest.Missing("sheetPot.minutes"), sheet.AtC ?? throw GridRequest.Missing("sheetPot.atC"))
                : null);
        return new PotAnswer(pot.MinutesTo40C, pot.MinutesToDoubleViscosity, pot.PeakC, pot.AnchoredMinutes);
    }

    public static TrappedBubbles Bubbles(BubblesRequest request)
    {
        var (film, density) = Film(request.Product, request.MixedViscosityMPaS, request.RoomC);
        return TrappedBubbles.Of(film, density, request.DepthMm ?? throw GridRequest.Missing("depthMm"), request.BornAtH ?? 0);
    }

    public static RippleWindow Ripples(RipplesRequest request)
    {
        var (film, density) = Film(request.Product, request.MixedViscosityMPaS, request.RoomC);
        return RippleWindow.Of(
            film.Surface, density, request.DepthMm ?? throw GridRequest.Missing("depthMm"), request.WavelengthMm ?? 15, request.KeepPercent ?? 70, request.SurfaceTensionNPerM ?? 0.035);
    }

    private static (ThinFilm Film, double Density) Film(ResinRequest? product, double? viscosity, double? roomC)
    {
        var resin = Require.Present(product, "product").ToResin(heatMatters: false);
        return (new ThinFilm(resin, viscosity ?? throw GridRequest.Missing("mixedViscosityMPaS"), roomC ?? throw GridRequest.Missing("roomC")), resin.DensityGPerMl);
    }

    private static CureProblem Problem(
        ResinRequest? product, double layerMm, IReadOnlyList<StackRequest?>? stack, JsonElement? roomC, double? hours, double? top, double? bottom)
    {
        var resin = Require.Present(product, "product").ToResin(heatMatters: true);
        var given = Require.Present(stack, "stack");
        var layers = new StackLayer[given.Count];
        for (var i = 0; i < layers.Length; i++)
        {
            var layer = given[i] ?? throw GridRequest.Missing($"stack[{i}]");
            layers[i] = new StackLayer(layer.Material ?? throw GridRequest.Missing($"stack[{i}].material"), layer.ThicknessMm ?? throw GridRequest.Missing($"stack[{i}].thicknessMm"), layer.Cure ?? 0.9);
        }

        var problem = new CureProblem(resin, layerMm, layers, RoomOf(roomC), hours ?? 96, top ?? 9, bottom ?? 6);
        problem.Check();
        return problem;
    }

    private static RoomCourse RoomOf(JsonElement? room)
    {
        switch (room?.ValueKind)
        {
            case JsonValueKind.Number:
                return RoomCourse.Constant(room.Value.GetDouble());
            case JsonValueKind.Array:
                var points = new List<RoomPoint>(room.Value.GetArrayLength());
                foreach (var point in room.Value.EnumerateArray())
                    points.Add(new RoomPoint(Number(point, points.Count, "atH"), Number(point, points.Count, "c")));
                return RoomCourse.Through(points);
            case null or JsonValueKind.Null or JsonValueKind.Undefined:
                throw GridRequest.Missing("roomC");
            default:
                throw new RefusedException("roomC", "Give the room as a number in °C, or as a list of atH and c.");
        }
    }

    private static double Number(JsonElement point, int index, string name) =>
        point.ValueKind == JsonValueKind.Object && point.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number
            ? value.GetDouble()
            : throw new RefusedException($"roomC[{index}].{name}", $"roomC[{index}].{name} must be a number.");
}
