using System.Text.Json.Serialization;

namespace InkBasin.Core.Ink;

/// <summary>A tint on the shelf.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Name on the bottle.</param>
/// <param name="DropMl">Volume of one drop, ml, 0.001…1; of what is not dropped, that of a drop of it let down.</param>
/// <param name="Colour">What 1 ml in 100 ml of mixed resin swallows and scatters, 1/mm.</param>
public sealed record Tint(string Id, string Name, double DropMl, InkLayer Colour)
{
    /// <summary>What it is.</summary>
    public TintKind Kind { get; init; } = TintKind.ResinPigment;

    /// <summary>Mass of 1 ml as it lies, g, 0.05…10: for what is weighed.</summary>
    public double DensityGPerMl { get; init; } = 1;

    /// <summary>What 1 mm of it on the stick is, ml, 0.0005…1: for what is smeared.</summary>
    public double StickMlPerMm { get; init; } = 0.02;

    /// <summary>Whether it ships, with made-up numbers.</summary>
    public bool IsExample { get; init; }

    /// <summary>How far the fit of its wedge lies from what was read, median, CIEDE2000; null when its colour comes from no wedge.</summary>
    public double? FitDeltaE { get; init; }

    /// <summary>Name of the tint whose colour it is taken to have until a wedge of it is poured; null otherwise.</summary>
    public string? LooksLike { get; init; }

    /// <summary>What it looks like in the bottle's mouth: 1 ml in 100 ml, 2 mm deep on white; '#rrggbb'.</summary>
    public string Swatch => InkLayer.Mixed(BareResin.Layer, (Colour, 1)).Over(new LinearRgb(0.85, 0.85, 0.85), 2).ToHex();

    /// <summary>What is usual for its kind.</summary>
    [JsonIgnore]
    public TintTraits Traits => TintTraits.Of(Kind);

    /// <summary>How it is measured out, and how finely.</summary>
    [JsonIgnore]
    public TintMeasure Measure => Traits.Unit switch
    {
        TintUnit.Milligram => new(TintUnit.Milligram, TintMeasure.FineScaleMg, TintMeasure.FineScaleMg / 1000 / DensityGPerMl),
        TintUnit.StickMm => new(TintUnit.StickMm, TintMeasure.StickStepMm, TintMeasure.StickStepMm * StickMlPerMm),
        _ => new(TintUnit.Drop, 1, DropMl),
    };

    /// <summary>Refuses a tint no bottle holds.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The tint needs an id of at most 64 characters.");
        Require.Name(Name, $"{field}.name");
        Require.Known(Kind, $"{field}.kind");
        Require.Within(DropMl, 0.001, 1, $"{field}.dropMl");
        Require.Within(DensityGPerMl, 0.05, 10, $"{field}.densityGPerMl");
        Require.Within(StickMlPerMm, 0.0005, 1, $"{field}.stickMlPerMm");
        Require.Present(Colour, $"{field}.colour");
        foreach (var (name, (r, g, b)) in new[] { ("absorption", Colour.Absorption), ("scatter", Colour.Scatter) })
        {
            Require.Within(r, 0, 1000, $"{field}.colour.{name}.r");
            Require.Within(g, 0, 1000, $"{field}.colour.{name}.g");
            Require.Within(b, 0, 1000, $"{field}.colour.{name}.b");
        }
    }
}

/// <summary>The tints that ship: generic, with made-up plausible constants; they describe no product.</summary>
public static class ExampleTints
{
    /// <summary>A drop of most droppers, ml.</summary>
    public const double UsualDropMl = 0.05;

    /// <summary>Dry pigment as it lies, g/ml.</summary>
    public const double UsualPowderGPerMl = 0.9;

    private static readonly Tint[] Shipped =
    [
        new("transparent-blue", "Transparent blue", UsualDropMl, new(new(1.1, 0.3, 0.04), new(0.02, 0.025, 0.035))) { Kind = TintKind.AlcoholInk },
        new("blue-green", "Blue-green", UsualDropMl, new(new(1.0, 0.12, 0.16), new(0.02, 0.03, 0.03))),
        new("emerald", "Emerald", UsualDropMl, new(new(0.9, 0.1, 0.5), new(0.02, 0.03, 0.02))) { Kind = TintKind.AlcoholInk },
        new("olive", "Olive", UsualDropMl, new(new(0.45, 0.28, 1.1), new(0.06, 0.06, 0.04))),
        new("umber", "Umber", UsualDropMl, new(new(0.5, 0.85, 1.5), new(0.08, 0.06, 0.04))),
        new("ochre", "Ochre", UsualDropMl, new(new(0.1, 0.32, 1.2), new(0.5, 0.38, 0.18))) { Kind = TintKind.Powder, DensityGPerMl = UsualPowderGPerMl },
        new("raw-sienna-wash", "Raw-sienna wash", UsualDropMl, new(new(0.12, 0.42, 1.1), new(0.14, 0.09, 0.05))) { Kind = TintKind.AcrylicInk },
        new("yellow", "Yellow", UsualDropMl, new(new(0.015, 0.06, 1.2), new(0.06, 0.05, 0.02))) { Kind = TintKind.AlcoholInk },
        new("orange", "Orange", UsualDropMl, new(new(0.02, 0.45, 1.5), new(0.06, 0.035, 0.015))) { Kind = TintKind.OilPaint },
        new("red", "Red", UsualDropMl, new(new(0.06, 1.3, 1.0), new(0.05, 0.02, 0.02))) { Kind = TintKind.OilPaint },
        new("black-ink", "Black ink", UsualDropMl, new(new(2.6, 2.6, 2.6), new(0.03, 0.03, 0.03))) { Kind = TintKind.AcrylicInk },
        new("white-paste", "White pigment paste", UsualDropMl, new(new(0.003, 0.004, 0.008), new(3.0, 3.1, 3.3))),
    ];

    /// <summary>A starting shelf.</summary>
    public static IReadOnlyList<Tint> All { get; } = [.. Shipped.Select(tint => tint with { IsExample = true })];
}
