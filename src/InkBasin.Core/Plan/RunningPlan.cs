using System.Globalization;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>A reach of a stream as it is poured: a water of its own level.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="LevelMm">Its level, mm.</param>
/// <param name="FromMm">Its upper end, mm along the stream.</param>
/// <param name="ToMm">Its lower end.</param>
/// <param name="UpperDepthMm">Depth at the upper end, mm.</param>
/// <param name="LowerDepthMm">Depth at the lower end, mm.</param>
/// <param name="MeanWidthMm">Mean width, mm.</param>
public sealed record Reach(string WaterId, string Name, double LevelMm, double FromMm, double ToMm, double UpperDepthMm, double LowerDepthMm, double MeanWidthMm);

/// <summary>A fall for the surface work.</summary>
/// <param name="At">Where.</param>
/// <param name="HeightMm">Height, mm.</param>
/// <param name="ScaleHeightM">Height at full size, m.</param>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="CrestMm">Its crest, mm over the board.</param>
/// <param name="HeadingDeg">Which way it falls.</param>
/// <param name="From">Name of the water above.</param>
/// <param name="To">Name of the water below.</param>
/// <param name="CrestOverMm">Crest over the water above, mm: what holds it back.</param>
public sealed record ListedFall(PointMm At, double HeightMm, double ScaleHeightM, double WidthMm, double CrestMm, double HeadingDeg, string From, string To, double CrestOverMm);

/// <summary>An arrow of the flow.</summary>
/// <param name="At">Where.</param>
/// <param name="HeadingDeg">Which way, degrees clockwise from the board's right.</param>
public readonly record struct FlowArrow(PointMm At, double HeadingDeg);

/// <summary>A stream: one channel with the waters that stand in it.</summary>
/// <param name="StepId">The channel.</param>
/// <param name="Name">Its name.</param>
/// <param name="LengthMm">Its length on the board, mm.</param>
/// <param name="DropMm">How far its bed falls, mm.</param>
/// <param name="Reaches">Its reaches, from the upper end.</param>
/// <param name="Falls">Falls between them.</param>
/// <param name="White">Where it would run white.</param>
/// <param name="Arrows">The flow.</param>
/// <param name="Notices">What the maker should know, worst first.</param>
public sealed record RunningWater(
    string StepId,
    string Name,
    double LengthMm,
    double DropMm,
    IReadOnlyList<Reach> Reaches,
    IReadOnlyList<ListedFall> Falls,
    IReadOnlyList<WhitePlace> White,
    IReadOnlyList<FlowArrow> Arrows,
    IReadOnlyList<Notice> Notices);

/// <summary>A proposal for a channel: weirs that split it, and the waters between them.</summary>
/// <param name="Channel">The channel with its weirs.</param>
/// <param name="Waters">A water for each reach.</param>
/// <param name="Reaches">The reaches.</param>
public sealed record ReachProposal(Channel Channel, IReadOnlyList<Water> Waters, IReadOnlyList<ProposedReach> Reaches);

/// <summary>The running waters of a build.</summary>
public static class RunningPlan
{
    private const double SectionMm = 3;
    private const double ArrowMm = 45;
    private const double LeastFallMm = 0.5;

    /// <summary>A weir stands so far over the water it holds, mm: freeboard that is not tight.</summary>
    private const double WeirOverMm = 2.2;

    /// <summary>Every channel that has water in it, as a stream.</summary>
    public static IReadOnlyList<RunningWater> Of(Build build, CompiledGround ground, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(ground);
        var field = ground.Surface;
        List<(bool[] Wet, double LevelMm)> waters = [.. build.Waters.Select(water => (Mask(field, water), water.WaterlineMm))];
        List<SmoothLine> tracks = [.. build.Recipe.OfType<TrackBed>().Where(track => track.Enabled).Select(track => SmoothLine.Through(track.Points, 8))];
        var streams = new List<RunningWater>();
        foreach (var channel in build.Recipe.OfType<Channel>().Where(channel => channel.Enabled))
        {
            cancel.ThrowIfCancellationRequested();
            var sections = Thalweg.Of(field, channel, waters, Math.Max(SectionMm, field.CellMm));
            if (sections.All(section => section.Water < 0)) continue;

            // A level channel is a basin, unless its waters stand at several levels.
            if (Math.Abs(channel.BedStartMm - channel.BedEndMm) < LeastFallMm && WhiteWater.Falls(sections).Count == 0) continue;
            streams.Add(StreamOf(build, channel, field, sections, waters, tracks));
        }

        return streams;
    }

    /// <summary>Proposes weirs and waters for a channel.</summary>
    /// <param name="build">The build.</param>
    /// <param name="groundOf">Compiles the build's board with other steps.</param>
    /// <param name="stepId">The channel.</param>
    /// <param name="deepestMm">Greatest depth in any reach, mm.</param>
    /// <param name="leastMm">Least depth everywhere, mm.</param>
    /// <param name="productId">Product of the new waters.</param>
    /// <exception cref="RefusedException">There is no such channel, or the depths leave no room.</exception>
    public static ReachProposal Propose(Build build, Func<IReadOnlyList<GroundOperation>, CompiledGround> groundOf, string stepId, double deepestMm, double leastMm, string productId)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(groundOf);
        var at = Lists.StepAt(build, stepId);
        if (build.Recipe[at] is not Channel channel) throw new RefusedException("stepId", "Only a channel is split into reaches.", RefusalKind.Impossible);

        // Weirs it has already would be taken for bed.
        var bare = groundOf(Lists.Replace(build.Recipe, at, channel with { Weirs = [] }));
        var field = bare.Surface;
        var sections = Thalweg.Of(field, channel, [], Math.Max(SectionMm, field.CellMm));
        var reaches = Reaches.Propose(sections, deepestMm, leastMm);
        var length = channel.CentreLine(Math.Max(SectionMm, field.CellMm)).LengthMm;
        var thick = Math.Max(4, 2 * field.CellMm);
        var downstream = channel.BedStartMm >= channel.BedEndMm;
        var weirs = reaches.SkipLast(1).Select(reach =>
        {
            // Its crest is wanted on the finished ground: the plaster over it is left off here.
            var skin = sections.Where(section => Math.Abs(section.AlongMm - reach.ToMm) <= thick).Min(section => bare.SkinMm[field.CellAt(section.BedAt)]);
            var share = Math.Clamp(reach.ToMm / length, 0, 1);
            return new Weir(downstream ? share : 1 - share, Math.Round((reach.LevelMm + WeirOverMm - skin) * 10) / 10, thick);
        });
        var taken = build.Waters.Select(water => water.Name).ToHashSet(StringComparer.Ordinal);
        var ids = build.Waters.Select(water => water.Id).ToHashSet(StringComparer.Ordinal);
        var waters = reaches.Select((reach, i) => new Water
        {
            Id = Unused(ids, $"{channel.Id}-reach-", i + 1),
            Name = Unused(taken, $"{channel.Name}, reach ", i + 1),
            Seed = sections[reach.Deepest].BedAt,
            WaterlineMm = Math.Floor(reach.LevelMm * 10) / 10,
            ProductId = productId,
            Ink = build.Waters.Count > 0 ? build.Waters[^1].Ink : new InkChoice(null, 0),
        });
        return new ReachProposal(channel with { Weirs = [.. weirs] }, [.. waters], reaches);
    }

    private static string Unused(HashSet<string> taken, string stem, int number)
    {
        while (!taken.Add($"{stem}{number}")) number++;
        return $"{stem}{number}";
    }

    private static RunningWater StreamOf(Build build, Channel channel, HeightField field, IReadOnlyList<StreamSection> sections, List<(bool[] Wet, double LevelMm)> waters, List<SmoothLine> tracks)
    {
        var falls = WhiteWater.Falls(sections);
        var own = sections.Where(section => section.Water >= 0).Select(section => section.Water).Distinct().ToList();
        var wet = new bool[field.HeightsMm.Length];
        foreach (var water in own)
        {
            for (var cell = 0; cell < wet.Length; cell++) wet[cell] |= waters[water].Wet[cell];
        }

        var notices = new List<Notice>();
        foreach (var fall in falls)
        {
            var over = fall.CrestMm - fall.FromMm;
            if (over < 0) notices.Add(new(Standing.Stop, $"The crest under {build.Waters[fall.Upper].Name} lies {Mm(-over)} mm under its waterline: it runs down into {build.Waters[fall.Lower].Name}."));
        }

        if (BesideTrack.Of(sections, tracks) is { IsLong: true } beside)
        {
            notices.Add(new(
                Standing.Tight,
                $"For {Mm(beside.LongestMm)} of its {Mm(beside.StreamMm)} mm it runs beside the track, within {beside.MeanTurnDeg.ToString("0", CultureInfo.InvariantCulture)}°. A river keeps its own course, and a line that cannot turn as sharply crosses it: a ribbon beside the track looks laid, not worn. Swing it away, or let the two cross."));
        }

        return new RunningWater(
            channel.Id,
            channel.Name,
            sections[^1].AlongMm - sections[0].AlongMm,
            sections[0].BedMm - sections[^1].BedMm,
            [.. own.Select(water => ReachOf(build.Waters[water], [.. sections.Where(section => section.Water == water)]))],
            [.. falls.Select(fall => new ListedFall(
                fall.At, fall.HeightMm, fall.HeightMm * build.Scale / 1000, fall.WidthMm, fall.CrestMm, fall.HeadingDeg, build.Waters[fall.Upper].Name, build.Waters[fall.Lower].Name, fall.CrestMm - fall.FromMm))],
            [.. WhiteWater.Of(sections, falls), .. WhiteWater.Rocks(field, wet, sections)],
            [.. Arrows(sections)],
            [.. notices.OrderByDescending(notice => notice.Standing)]);
    }

    private static Reach ReachOf(Water water, IReadOnlyList<StreamSection> sections) => new(
        water.Id, water.Name, water.WaterlineMm, sections[0].AlongMm, sections[^1].AlongMm, sections[0].DepthMm, sections[^1].DepthMm, sections.Average(section => section.WidthMm));

    private static IEnumerable<FlowArrow> Arrows(IReadOnlyList<StreamSection> sections)
    {
        var next = sections[0].AlongMm + (ArrowMm / 2);
        foreach (var section in sections)
        {
            if (section.AlongMm < next || section.Water < 0) continue;
            next = section.AlongMm + ArrowMm;
            yield return new FlowArrow(section.At, section.HeadingDeg);
        }
    }

    private static bool[] Mask(HeightField field, Water water)
    {
        var mask = new bool[field.HeightsMm.Length];
        foreach (var cell in WetRegion.Flood(field, field.CellAt(water.Seed), water.WaterlineMm).Cells) mask[cell] = true;
        return mask;
    }

    private static string Mm(double mm) => mm.ToString(mm < 10 ? "0.0" : "0", CultureInfo.InvariantCulture);
}
