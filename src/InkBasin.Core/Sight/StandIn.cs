using InkBasin.Core.Ground;

namespace InkBasin.Core.Sight;

/// <summary>
/// A stand-in for something that will be put on the board: it shapes nothing, but shows whether the thing has room and stays clear of
/// the water. Its sizes are those of the real thing, in metres; the scale makes them millimetres.
/// </summary>
public sealed record StandIn
{
    /// <summary>Identity within the build; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; init; }

    /// <summary>Middle of its footprint.</summary>
    public required PointMm Centre { get; init; }

    /// <summary>Turned clockwise, degrees, −360…360; at 0 its length runs from left to right.</summary>
    public double TurnDeg { get; init; }

    /// <summary>Length of the footprint, m, 0.01…1000.</summary>
    public required double LengthM { get; init; }

    /// <summary>Width of the footprint, m, 0.01…1000.</summary>
    public required double WidthM { get; init; }

    /// <summary>Height over its base, m, 0.01…1000.</summary>
    public required double HeightM { get; init; }

    /// <summary>How far it reaches out over its footprint all round, m, 0…200: a tree's crown, a crane's jib.</summary>
    public double OverhangM { get; init; }

    /// <summary>Height of what reaches out over its base, m, 0…1000.</summary>
    public double OverhangFromM { get; init; }

    /// <summary>Height of its underside between its ends over its base, m, 0…1000: a bridge's clear opening; 0 stands on the whole footprint.</summary>
    public double UnderM { get; init; }

    /// <summary>How deep it lies in the water, m, 0…200: what floats stands that far under the waterline.</summary>
    public double DraughtM { get; init; }

    /// <summary>Base level set by hand, mm over the board; null stands it on the highest ground under it, or afloat.</summary>
    public double? BaseMm { get; init; }

    /// <summary>Refuses sizes nothing has.</summary>
    /// <exception cref="RefusedException">A size is out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The stand-in needs an id of at most 64 characters.");
        Require.Name(Name, $"{field}.name");
        Centre.Check($"{field}.centre");
        Require.Within(Centre.XMm, -5000, 5000, $"{field}.centre.xMm");
        Require.Within(Centre.YMm, -5000, 5000, $"{field}.centre.yMm");
        Require.Within(TurnDeg, -360, 360, $"{field}.turnDeg");
        Require.Within(LengthM, 0.01, 1000, $"{field}.lengthM");
        Require.Within(WidthM, 0.01, 1000, $"{field}.widthM");
        Require.Within(HeightM, 0.01, 1000, $"{field}.heightM");
        Require.Within(OverhangM, 0, 200, $"{field}.overhangM");
        Require.Within(OverhangFromM, 0, 1000, $"{field}.overhangFromM");
        Require.Within(UnderM, 0, 1000, $"{field}.underM");
        Require.Within(DraughtM, 0, 200, $"{field}.draughtM");
        if (BaseMm is { } level) Require.Within(level, -500, 1000, $"{field}.baseMm");
    }

    /// <summary>Corners of the footprint grown by <paramref name="growMm"/>, mm on the board, clockwise.</summary>
    /// <param name="scale">N of 1:N.</param>
    /// <param name="growMm">How far it is grown all round, mm.</param>
    public PointMm[] Corners(double scale, double growMm = 0)
    {
        var (sin, cos) = Math.SinCos(TurnDeg * Math.PI / 180);
        double half = (LengthM * 500 / scale) + growMm, across = (WidthM * 500 / scale) + growMm;
        PointMm Corner(double u, double v) => new(Centre.XMm + (u * cos) - (v * sin), Centre.YMm + (u * sin) + (v * cos));
        return [Corner(-half, -across), Corner(half, -across), Corner(half, across), Corner(-half, across)];
    }
}

/// <summary>A kind of thing in the catalogue: a stand-in without a place.</summary>
/// <param name="Kind">Identity in the catalogue.</param>
/// <param name="Group">What it is listed under.</param>
/// <param name="Thing">Its sizes; id, name and place are given when it is put down.</param>
public sealed record StandInKind(string Kind, string Group, StandIn Thing);

/// <summary>The catalogue that ships: round sizes of common things, in real metres. None is of a real maker or place.</summary>
public static class StandInCatalogue
{
    /// <summary>Figures, vehicles, trees, bridges, boats, track and buildings.</summary>
    public static IReadOnlyList<StandInKind> All { get; } =
    [
        Kind("figure", "Figures", "Person standing", 0.5, 0.4, 1.75),
        Kind("horse", "Figures", "Horse", 2.4, 0.7, 2.1),
        Kind("handcart", "Vehicles", "Handcart", 2.2, 1.1, 1.2),
        Kind("car", "Vehicles", "Small car", 3.8, 1.6, 1.5),
        Kind("lorry", "Vehicles", "Lorry", 7.5, 2.5, 3.2),
        Kind("wagon", "Vehicles", "Open goods wagon", 6.4, 2.4, 2.6),
        Kind("locomotive", "Vehicles", "Tank locomotive", 9.2, 2.6, 3.9),
        Kind("broadleaf", "Trees", "Broadleaf tree", 0.8, 0.8, 11, overhang: 4, from: 2.5),
        Kind("alder", "Trees", "Alder", 0.9, 0.9, 9, overhang: 4.5, from: 0.8),
        Kind("conifer", "Trees", "Conifer", 0.6, 0.6, 16, overhang: 2.4, from: 1.2),
        Kind("bush", "Trees", "Bush", 0.6, 0.6, 1.8, overhang: 0.7, from: 0.2),
        Kind("footbridge", "Bridges", "Plank footbridge", 8, 1.4, 1.6, under: 0.9),
        Kind("archbridge", "Bridges", "Stone arch bridge", 16, 5, 5.5, under: 2.8),
        Kind("girderbridge", "Bridges", "Girder bridge", 22, 5, 6, under: 4.2),
        Kind("rowingboat", "Boats", "Rowing boat", 4.2, 1.5, 0.8, draught: 0.25),
        Kind("punt", "Boats", "Work punt", 7, 2, 0.9, draught: 0.3),
        Kind("barge", "Boats", "Barge", 17, 4, 2.6, draught: 0.9),
        Kind("track", "Track", "Single track, a length", 18, 3.2, 0.4),
        Kind("doubletrack", "Track", "Double track, a length", 18, 6.6, 0.4),
        Kind("cottage", "Buildings", "Cottage", 9, 5.5, 6.5, overhang: 0.4, from: 3.2),
        Kind("warehouse", "Buildings", "Warehouse", 20, 10, 11),
        Kind("crane", "Buildings", "Quay crane", 3, 3, 9, overhang: 5, from: 6),
        Kind("post", "Buildings", "Mooring post", 0.3, 0.3, 1.4),
    ];

    private static StandInKind Kind(string kind, string group, string name, double length, double width, double height, double overhang = 0, double from = 0, double under = 0, double draught = 0) =>
        new(kind, group, new StandIn
        {
            Id = kind,
            Name = name,
            Centre = default,
            LengthM = length,
            WidthM = width,
            HeightM = height,
            OverhangM = overhang,
            OverhangFromM = from,
            UnderM = under,
            DraughtM = draught,
        });
}
