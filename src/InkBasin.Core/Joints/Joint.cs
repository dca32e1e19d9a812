using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Joints;

/// <summary>The ground on both sides of a joint.</summary>
/// <param name="AlongMm">Along this board's side, mm.</param>
/// <param name="MineMm">This ground, mm over this board.</param>
/// <param name="TheirsMm">The other ground, mm over this board; null where the other board does not reach.</param>
public sealed record JointSample(double AlongMm, double MineMm, double? TheirsMm);

/// <summary>A water where it meets a joint.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Mine">True when it is this build's.</param>
/// <param name="LevelMm">Its level, mm over this board.</param>
/// <param name="FromMm">Where it begins along this board's side, mm.</param>
/// <param name="ToMm">Where it ends, mm.</param>
public sealed record JointWater(string Name, bool Mine, double LevelMm, double FromMm, double ToMm);

/// <summary>One of two sections that meet.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Scale">N of 1:N.</param>
/// <param name="Ground">Its ground.</param>
/// <param name="Waters">Its waters.</param>
public sealed record Section(string Name, double Scale, HeightField Ground, IReadOnlyList<StandingWater> Waters);

/// <summary>Two sections laid against each other.</summary>
/// <param name="Neighbour">The joint.</param>
/// <param name="TheirName">The other build's name.</param>
/// <param name="Samples">Both grounds along the joint.</param>
/// <param name="Waters">The waters that meet it.</param>
/// <param name="GreatestMm">Greatest mismatch of ground, theirs − mine, mm; null when the boards do not touch.</param>
/// <param name="GreatestAtMm">Where.</param>
/// <param name="Notices">What does not meet, worst first.</param>
/// <param name="TakeTheirs">The step that would make this ground meet the other; null when the boards do not touch.</param>
public sealed record Joint(
    Neighbour Neighbour,
    string TheirName,
    IReadOnlyList<JointSample> Samples,
    IReadOnlyList<JointWater> Waters,
    double? GreatestMm,
    double? GreatestAtMm,
    IReadOnlyList<Notice> Notices,
    EdgeProfile? TakeTheirs)
{
    /// <summary>Ground that differs by less meets, mm.</summary>
    public const double MeetsMm = 1;

    private const double SameLevelMm = 0.5;

    /// <summary>Lays two sections against each other.</summary>
    /// <param name="neighbour">How they meet.</param>
    /// <param name="mine">This section.</param>
    /// <param name="theirs">The other.</param>
    public static Joint Of(Neighbour neighbour, Section mine, Section theirs)
    {
        ArgumentNullException.ThrowIfNull(neighbour);
        ArgumentNullException.ThrowIfNull(mine);
        ArgumentNullException.ThrowIfNull(theirs);
        var (side, theirSide) = (neighbour.Side, neighbour.TheirSide);
        double length = Length(mine.Ground, side), theirLength = Length(theirs.Ground, theirSide);

        // Seen walking round each board the same way, two sides that meet run against each other.
        var turned = Clockwise(side) == Clockwise(theirSide);
        double ToTheirs(double along) => turned ? theirLength - (along - neighbour.SlipMm) : along - neighbour.SlipMm;
        double ToMine(double along) => turned ? theirLength - along + neighbour.SlipMm : along + neighbour.SlipMm;

        var cells = (int)Math.Round(length / mine.Ground.CellMm);
        var samples = new List<JointSample>(cells);
        for (var i = 0; i < cells; i++)
        {
            var along = (i + 0.5) * mine.Ground.CellMm;
            var their = ToTheirs(along);
            samples.Add(new JointSample(
                along,
                HeightAt(mine.Ground, side, along),
                their >= 0 && their <= theirLength ? HeightAt(theirs.Ground, theirSide, their) + neighbour.OffsetMm : null));
        }

        var waters = new List<JointWater>();
        waters.AddRange(Meeting(mine, side).Select(w => new JointWater(w.Name, true, w.LevelMm, w.FromMm, w.ToMm)));
        foreach (var (name, level, from, to) in Meeting(theirs, theirSide))
        {
            double a = ToMine(from), b = ToMine(to);
            if (Math.Max(a, b) > 0 && Math.Min(a, b) < length) waters.Add(new JointWater(name, false, level + neighbour.OffsetMm, Math.Min(a, b), Math.Max(a, b)));
        }

        var worst = samples.Where(s => s.TheirsMm is not null).MaxBy(s => Math.Abs(s.TheirsMm!.Value - s.MineMm));
        var greatest = worst?.TheirsMm - worst?.MineMm;
        var points = samples.Where(s => s.TheirsMm is not null).Select(s => new ProfilePoint(s.AlongMm, s.TheirsMm!.Value)).ToList();
        return new Joint(
            neighbour,
            theirs.Name,
            samples,
            waters,
            greatest,
            worst?.AlongMm,
            Told(mine, theirs, greatest, worst?.AlongMm, waters).WorstFirst(),
            points.Count is >= 2 and <= 3000
                ? new EdgeProfile { Id = "joint", Name = Short($"Meets {theirs.Name}"), Side = side, Profile = points }
                : null);
    }

    private static IEnumerable<Notice> Told(Section mine, Section theirs, double? greatest, double? at, List<JointWater> waters)
    {
        if (mine.Scale != theirs.Scale) yield return JointNotices.OtherScale(mine, theirs);
        if (greatest is not { } difference)
        {
            yield return JointNotices.DoesNotTouch(theirs.Name);
            yield break;
        }

        yield return JointNotices.Ground(theirs.Name, difference, at ?? 0);
        foreach (var water in waters)
        {
            var met = waters.Where(other => other.Mine != water.Mine && other.FromMm < water.ToMm && other.ToMm > water.FromMm).ToList();
            if (met.Count == 0) yield return JointNotices.Unmet(water, theirs.Name);
            else if (water.Mine && met.MaxBy(other => Math.Abs(other.LevelMm - water.LevelMm)) is { } other) yield return JointNotices.Levels(water, other, theirs.Name, SameLevelMm);
        }
    }

    private static IEnumerable<(string Name, double LevelMm, double FromMm, double ToMm)> Meeting(Section section, BoardSide side)
    {
        // As if no dam stood: what matters is where the water comes to the joint.
        var bare = new EdgeOutlets(section.Ground, []);
        foreach (var water in section.Waters)
        {
            foreach (var edge in OpenEdges.Of(water.Region, bare).Where(edge => edge.Side == side)) yield return (water.Name, water.WaterlineMm, edge.FromMm, edge.ToMm);
        }
    }

    private static double HeightAt(HeightField field, BoardSide side, double along)
    {
        var last = side is BoardSide.Back or BoardSide.Front ? field.Columns - 1 : field.Rows - 1;
        var at = Math.Clamp((along / field.CellMm) - 0.5, 0, last);
        var first = Math.Min((int)at, Math.Max(0, last - 1));
        double a = Edge(field, side, first), b = Edge(field, side, Math.Min(first + 1, last));
        return a + ((b - a) * (at - first));
    }

    private static double Edge(HeightField field, BoardSide side, int along) => field.HeightsMm[side switch
    {
        BoardSide.Back => along,
        BoardSide.Front => ((field.Rows - 1) * field.Columns) + along,
        BoardSide.Left => along * field.Columns,
        _ => (along * field.Columns) + field.Columns - 1,
    }];

    private static double Length(HeightField field, BoardSide side) =>
        field.CellMm * (side is BoardSide.Back or BoardSide.Front ? field.Columns : field.Rows);

    // Whether positions along the side run clockwise round the board.
    private static bool Clockwise(BoardSide side) => side is BoardSide.Back or BoardSide.Right;

    private static string Short(string name) => name.Length > 80 ? name[..80] : name;
}
