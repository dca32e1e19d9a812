using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

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

/// <summary>A proposal for a channel: weirs that split it, and the reaches between them.</summary>
/// <param name="Channel">The channel with its weirs.</param>
/// <param name="Reaches">The reaches.</param>
/// <param name="Seeds">A place under each, its deepest.</param>
public sealed record SplitChannel(Channel Channel, IReadOnlyList<ProposedReach> Reaches, IReadOnlyList<PointMm> Seeds);

/// <summary>The running waters of a board.</summary>
public static class Streams
{
    private const double SectionMm = 3;
    private const double ArrowMm = 45;
    private const double LeastFallMm = 0.5;

    /// <summary>A weir stands so far over the water it holds, mm: freeboard that is not tight.</summary>
    private const double WeirOverMm = 2.2;

    /// <summary>Every channel that has water in it, as a stream.</summary>
    /// <param name="recipe">The recipe's steps: channels, and tracks beside them.</param>
    /// <param name="field">The ground.</param>
    /// <param name="waters">The waters.</param>
    /// <param name="scale">N of 1:N.</param>
    /// <param name="cancel">Stops the work between channels.</param>
    public static IReadOnlyList<RunningWater> Of(IReadOnlyList<GroundStep> recipe, HeightField field, IReadOnlyList<StandingWater> waters, double scale, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(waters);
        List<SmoothLine> tracks = [.. recipe.OfType<TrackBed>().Where(track => track.Enabled).Select(track => SmoothLine.Through(track.Points, 8))];
        var streams = new List<RunningWater>();
        foreach (var channel in recipe.OfType<Channel>().Where(channel => channel.Enabled))
        {
            cancel.ThrowIfCancellationRequested();
            var sections = Thalweg.Of(field, channel, [.. waters.Select(water => (water.Wet, water.WaterlineMm))], Math.Max(SectionMm, field.CellMm));
            if (sections.All(section => section.Water < 0)) continue;

            // A level channel is a basin, unless its waters stand at several levels.
            if (Math.Abs(channel.BedStartMm - channel.BedEndMm) < LeastFallMm && WhiteWater.Falls(sections).Count == 0) continue;
            streams.Add(StreamOf(channel, field, sections, waters, tracks, scale));
        }

        return streams;
    }

    /// <summary>Proposes weirs for a channel.</summary>
    /// <param name="channel">The channel.</param>
    /// <param name="bare">The ground with the channel but without weirs: those it has already would be taken for bed.</param>
    /// <param name="deepestMm">Greatest depth in any reach, mm.</param>
    /// <param name="leastMm">Least depth everywhere, mm.</param>
    /// <exception cref="RefusedException">The depths leave no room.</exception>
    public static SplitChannel Split(Channel channel, CompiledGround bare, double deepestMm, double leastMm)
    {
        ArgumentNullException.ThrowIfNull(channel);
        ArgumentNullException.ThrowIfNull(bare);
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
        return new SplitChannel(channel with { Weirs = [.. weirs] }, reaches, [.. reaches.Select(reach => sections[reach.Deepest].BedAt)]);
    }

    private static RunningWater StreamOf(Channel channel, HeightField field, IReadOnlyList<StreamSection> sections, IReadOnlyList<StandingWater> waters, List<SmoothLine> tracks, double scale)
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
            if (fall.CrestMm < fall.FromMm) notices.Add(StreamNotices.RunsDown(fall, waters[fall.Upper].Name, waters[fall.Lower].Name));
        }

        if (BesideTrack.Of(sections, tracks) is { IsLong: true } beside) notices.Add(StreamNotices.RibbonBesideTrack(beside));
        return new RunningWater(
            channel.Id,
            channel.Name,
            sections[^1].AlongMm - sections[0].AlongMm,
            sections[0].BedMm - sections[^1].BedMm,
            [.. own.Select(water => ReachOf(waters[water], [.. sections.Where(section => section.Water == water)]))],
            [.. falls.Select(fall => new ListedFall(
                fall.At, fall.HeightMm, fall.HeightMm * scale / 1000, fall.WidthMm, fall.CrestMm, fall.HeadingDeg, waters[fall.Upper].Name, waters[fall.Lower].Name, fall.CrestMm - fall.FromMm))],
            [.. WhiteWater.Of(sections, falls), .. WhiteWater.Rocks(field, wet, sections)],
            [.. Arrows(sections)],
            notices.WorstFirst());
    }

    private static Reach ReachOf(StandingWater water, IReadOnlyList<StreamSection> sections) => new(
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
}
