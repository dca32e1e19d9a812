using InkBasin.Core;
using InkBasin.Core.Dams;
using InkBasin.Core.Resin;

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
}
