using System.Text.Json.Serialization;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;

namespace InkBasin.Core.Water;

/// <summary>What a drowned thing is like at its surface.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Skin>))]
public enum Skin
{
    /// <summary>Dense by itself: stone, metal, solid plastic.</summary>
    [JsonStringEnumMemberName("dense")] Dense,

    /// <summary>Porous and sealed.</summary>
    [JsonStringEnumMemberName("sealed")] Sealed,

    /// <summary>Porous and not sealed: it breathes bubbles for hours.</summary>
    [JsonStringEnumMemberName("porous")] Porous,
}

/// <summary>How a drowned thing meets its layer.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SetIn>))]
public enum SetIn
{
    /// <summary>It stands in place before the layer is poured: on the bed, or on what has set.</summary>
    [JsonStringEnumMemberName("before")] Before,

    /// <summary>It is set into the layer once that is thick, and closes round it.</summary>
    [JsonStringEnumMemberName("later")] Into,

    /// <summary>It is laid on the layer once that has gelled.</summary>
    [JsonStringEnumMemberName("on")] On,

    /// <summary>It is floated into the layer at once and kept in its place until that grips.</summary>
    [JsonStringEnumMemberName("afloat")] Afloat,
}

/// <summary>Something that will be under water, wholly or in part.</summary>
public sealed record DrownedThing
{
    /// <summary>No water is named a layer over this one.</summary>
    public const int MostLayer = 500;

    /// <summary>Identity within the build; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; init; }

    /// <summary>Middle of its footprint.</summary>
    public required PointMm At { get; init; }

    /// <summary>Turned clockwise, degrees, −360…360; at 0 its length runs from left to right.</summary>
    public double TurnDeg { get; init; }

    /// <summary>Length, mm, 0.2…2000: as the model is, not full size.</summary>
    public required double LengthMm { get; init; }

    /// <summary>Width, mm, 0.2…2000.</summary>
    public required double WidthMm { get; init; }

    /// <summary>Height over its base, mm, 0.2…1000.</summary>
    public required double HeightMm { get; init; }

    /// <summary>How much of its box it fills, 0.01…1: a block 1, a round post 0.79, a stone about 0.5.</summary>
    public double FillShare { get; init; } = 1;

    /// <summary>Volume as measured, by what it pushes up in a jug, ml; null takes box × fill.</summary>
    public double? MeasuredMl { get; init; }

    /// <summary>Mass, g; null takes the density of what it is made of.</summary>
    public double? MassG { get; init; }

    /// <summary>Density of what it is made of, g/ml, used without a mass, 0.01…25.</summary>
    public double DensityGPerMl { get; init; } = 1;

    /// <summary>Dense, sealed or porous.</summary>
    public Skin Skin { get; init; } = Skin.Dense;

    /// <summary>Its colour, '#rrggbb', as it is seen through the water.</summary>
    public string Colour { get; init; } = "#4a3a2a";

    /// <summary>How it meets its layer.</summary>
    public SetIn SetIn { get; init; } = SetIn.Before;

    /// <summary>Which layer that is, from 1; null is the first for what stands in place before, else the last.</summary>
    public int? Layer { get; init; }

    /// <summary>Whether it is pinned, glued, weighted or held so that it stays where it is put.</summary>
    public bool Held { get; init; }

    /// <summary>Level of its base, mm over the board; null stands it on the bed or on the layer under it. What floats finds its own.</summary>
    public double? BaseMm { get; init; }

    /// <summary>Its volume, ml.</summary>
    [JsonIgnore]
    public double VolumeMl => MeasuredMl ?? (LengthMm * WidthMm * HeightMm * FillShare / 1000);

    /// <summary>Its mass, g.</summary>
    [JsonIgnore]
    public double OwnMassG => MassG ?? (VolumeMl * DensityGPerMl);

    /// <summary>Refuses what nothing is.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The thing needs an id of at most 64 characters.");
        Require.Name(Name, $"{field}.name");
        At.Check($"{field}.at");
        Require.Within(TurnDeg, -360, 360, $"{field}.turnDeg");
        Require.Within(LengthMm, 0.2, 2000, $"{field}.lengthMm");
        Require.Within(WidthMm, 0.2, 2000, $"{field}.widthMm");
        Require.Within(HeightMm, 0.2, 1000, $"{field}.heightMm");
        Require.Within(FillShare, 0.01, 1, $"{field}.fillShare");
        if (MeasuredMl is { } ml) Require.Within(ml, 0.001, 100_000, $"{field}.measuredMl");
        if (MassG is { } g) Require.Within(g, 0.001, 1_000_000, $"{field}.massG");
        Require.Within(DensityGPerMl, 0.01, 25, $"{field}.densityGPerMl");
        Require.Known(Skin, $"{field}.skin");
        LinearRgb.FromHex(Colour, $"{field}.colour");
        Require.Known(SetIn, $"{field}.setIn");
        if (Layer is { } layer) Require.Within(layer, 1, MostLayer, $"{field}.layer");
        if (BaseMm is { } level) Require.Within(level, -500, 1000, $"{field}.baseMm");
    }
}

/// <summary>A kind of drowned thing to begin from.</summary>
/// <param name="Kind">Identity in the catalogue.</param>
/// <param name="Name">What it is.</param>
/// <param name="Thing">Its sizes and material; id, name and place are given when it is put in.</param>
public sealed record DrownedKind(string Kind, string Name, DrownedThing Thing);

/// <summary>The catalogue that ships: generic things of plausible size and weight.</summary>
public static class DrownedCatalogue
{
    /// <summary>Stones, piers, posts, logs, hulls, roots and more.</summary>
    public static IReadOnlyList<DrownedKind> All { get; } =
    [
        Kind("stone", "Stone", 14, 11, 8, 0.52, 2.5, Skin.Dense, "#77736a"),
        Kind("cast-rock", "Cast rock", 20, 16, 12, 0.52, 1.1, Skin.Porous, "#8a8274"),
        Kind("pier", "Bridge pier", 24, 9, 30, 1, 1.2, Skin.Porous, "#8f8b80"),
        Kind("post", "Post", 3, 3, 24, 0.79, 0.6, Skin.Porous, "#4a3a2a"),
        Kind("log", "Log", 40, 5, 5, 0.79, 0.6, Skin.Porous, "#54412c"),
        Kind("root", "Root", 25, 15, 10, 0.2, 0.55, Skin.Porous, "#4d3b29"),
        Kind("hull", "Boat or hull", 55, 18, 12, 0.55, 0.5, Skin.Sealed, "#6f3a2e", SetIn.Into),
        Kind("wreck", "Wreck", 45, 22, 16, 0.3, 1.3, Skin.Dense, "#5a4030"),
        Kind("weed", "Weed or reeds", 15, 15, 20, 0.04, 0.9, Skin.Porous, "#4c5a2c"),
    ];

    private static DrownedKind Kind(string kind, string name, double length, double width, double height, double fill, double density, Skin skin, string colour, SetIn setIn = SetIn.Before) =>
        new(kind, name, new DrownedThing
        {
            Id = kind,
            Name = name,
            At = default,
            LengthMm = length,
            WidthMm = width,
            HeightMm = height,
            FillShare = fill,
            DensityGPerMl = density,
            Skin = skin,
            Colour = colour,
            SetIn = setIn,
        });
}
