using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>What stands in the cupboard besides resin.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<GoodKind>))]
public enum GoodKind
{
    /// <summary>A tint, ml.</summary>
    [JsonStringEnumMemberName("tint")] Tint,

    /// <summary>Plaster or paste, dry, g.</summary>
    [JsonStringEnumMemberName("plaster")] Plaster,

    /// <summary>White glue and the like, ml.</summary>
    [JsonStringEnumMemberName("glue")] Glue,

    /// <summary>Varnish or primer that seals the bed, ml.</summary>
    [JsonStringEnumMemberName("sealer")] Sealer,

    /// <summary>Sealant for seams, ml.</summary>
    [JsonStringEnumMemberName("sealant")] Sealant,

    /// <summary>Fibres, scatter and other growth, g.</summary>
    [JsonStringEnumMemberName("growth")] Growth,

    /// <summary>Sheets of foam, pieces.</summary>
    [JsonStringEnumMemberName("foam")] Foam,

    /// <summary>Sheets to make dams of, pieces.</summary>
    [JsonStringEnumMemberName("damSheet")] DamSheet,

    /// <summary>Cups, pieces.</summary>
    [JsonStringEnumMemberName("cup")] Cup,
}

/// <summary>What a good is counted in.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<GoodUnit>))]
public enum GoodUnit
{
    /// <summary>ml.</summary>
    [JsonStringEnumMemberName("ml")] Ml,

    /// <summary>g.</summary>
    [JsonStringEnumMemberName("g")] G,

    /// <summary>Pieces.</summary>
    [JsonStringEnumMemberName("pieces")] Pieces,
}

/// <summary>Something at hand besides resin: a tint, a bag of plaster, sheets, cups.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Left">What is left, in the unit of its kind.</param>
public sealed record Good(string Id, GoodKind Kind, string Name, double Left)
{
    private const double Most = 1_000_000;

    /// <summary>What it is counted in.</summary>
    public GoodUnit Unit => UnitOf(Kind);

    /// <summary>The tint it is; null for other goods, and for a tint that has no label.</summary>
    public string? TintId { get; init; }

    /// <summary>Thickness of a sheet of foam or of dams, mm; null for other goods.</summary>
    public double? ThicknessMm { get; init; }

    /// <summary>Inner sizes of a cup; null for other goods, and while nobody has measured it.</summary>
    public Cup? Shape { get; init; }

    /// <summary>What was in it when new, in the unit of its kind; null when nobody knows.</summary>
    public double? Full { get; init; }

    /// <summary>What it cost new, in the maker's own money; null when nobody knows.</summary>
    public double? Price { get; init; }

    /// <summary>When it was bought.</summary>
    public DateOnly? BoughtOn { get; init; }

    /// <summary>When it was opened; null while it is closed.</summary>
    public DateOnly? OpenedOn { get; init; }

    /// <summary>The last day it keeps, by its label; null where it says none.</summary>
    public DateOnly? KeepsUntil { get; init; }

    /// <summary>Price of one unit; null when it cannot be known.</summary>
    [JsonIgnore]
    public double? PriceEach => Price / Full;

    /// <summary>What goods of a kind are counted in.</summary>
    public static GoodUnit UnitOf(GoodKind kind) => kind switch
    {
        GoodKind.Plaster or GoodKind.Growth => GoodUnit.G,
        GoodKind.Foam or GoodKind.DamSheet or GoodKind.Cup => GoodUnit.Pieces,
        _ => GoodUnit.Ml,
    };

    /// <summary>Refuses a good nobody has.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "It needs an id of at most 64 characters.");
        Require.Known(Kind, $"{field}.kind");
        Require.Name(Name, $"{field}.name");
        Require.Within(Left, 0, Most, $"{field}.left");
        if (Full is { } full) Require.Within(full, 0.001, Most, $"{field}.full");
        if (Left > Full) throw new RefusedException($"{field}.left", "More is left in it than it held when it was new: check the two.", RefusalKind.Impossible);
        if (Price is { } price) Require.Within(price, 0, Most, $"{field}.price");
        if (ThicknessMm is { } thickness) Require.Within(thickness, 0.1, 200, $"{field}.thicknessMm");
        if (Shape is not null && Kind != GoodKind.Cup) throw new RefusedException($"{field}.shape", "Only a cup has a cup’s sizes.", RefusalKind.Impossible);
        if (Shape is { } shape)
        {
            Require.Within(shape.BaseMm, 1, 1000, $"{field}.shape.baseMm");
            Require.Within(shape.TopMm, 1, 1000, $"{field}.shape.topMm");
            Require.Within(shape.HeightMm, 1, 1000, $"{field}.shape.heightMm");
        }

        if (TintId is not null && Kind != GoodKind.Tint) throw new RefusedException($"{field}.tintId", "Only a tint names a tint.", RefusalKind.Impossible);
        if (TintId?.Length is 0 or > 64) throw new RefusedException($"{field}.tintId", "Name the tint.");
        Clock.Check(BoughtOn, $"{field}.boughtOn");
        Clock.Check(OpenedOn, $"{field}.openedOn");
        Clock.Check(KeepsUntil, $"{field}.keepsUntil");
        if (OpenedOn < BoughtOn) throw new RefusedException($"{field}.openedOn", "It was opened before it was bought: check the dates.", RefusalKind.Impossible);
    }
}
