using System.Text.Json.Serialization;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>Why water runs white.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<WhiteCause>))]
public enum WhiteCause
{
    /// <summary>It falls from one level to a lower one.</summary>
    [JsonStringEnumMemberName("drop")] Drop,

    /// <summary>Its banks draw together.</summary>
    [JsonStringEnumMemberName("narrows")] Narrows,

    /// <summary>Its bed rises near the surface.</summary>
    [JsonStringEnumMemberName("shallows")] Shallows,

    /// <summary>A rock stands in it.</summary>
    [JsonStringEnumMemberName("rock")] Rock,
}

/// <summary>A place where a stream would run white.</summary>
/// <param name="At">Where.</param>
/// <param name="Cause">Why.</param>
/// <param name="HeadingDeg">Which way the water runs there, degrees clockwise from the board's right.</param>
/// <param name="LengthMm">How far the white reaches downstream, mm.</param>
/// <param name="Strength">How much faster than it usually runs there, against depth: its Froude number over the stream's median; 0 where that says nothing.</param>
public sealed record WhitePlace(PointMm At, WhiteCause Cause, double HeadingDeg, double LengthMm, double Strength);

/// <summary>A fall between two levels.</summary>
/// <param name="At">Where.</param>
/// <param name="AlongMm">Along the stream, mm.</param>
/// <param name="FromMm">Level above it, mm over the board.</param>
/// <param name="ToMm">Level below it, mm.</param>
/// <param name="CrestMm">Lowest ground of the crest between, mm.</param>
/// <param name="WidthMm">Width of the water above it, mm.</param>
/// <param name="HeadingDeg">Which way it falls, degrees clockwise from the board's right.</param>
/// <param name="Upper">Index of the water above.</param>
/// <param name="Lower">Index of the water below.</param>
public sealed record Fall(PointMm At, double AlongMm, double FromMm, double ToMm, double CrestMm, double WidthMm, double HeadingDeg, int Upper, int Lower)
{
    /// <summary>Height of the fall, mm.</summary>
    public double HeightMm => FromMm - ToMm;
}

/// <summary>
/// Where a stream would break, from its bed and banks. What runs through every section is the same, so its Froude number goes as
/// 1/(section·√mean depth) (Chow 1959): where that stands out against the rest of the stream, the water is white.
/// </summary>
public static class WhiteWater
{
    private const double StandsOut = 1.8;
    private const double Narrow = 0.8;
    private const double LargestRockMm2 = 900;
    private const double AboveWeirMm = 20;
    private const double OnePlaceMm = 18;

    /// <summary>Falls between the waters of a stream, downstream.</summary>
    public static IReadOnlyList<Fall> Falls(IReadOnlyList<StreamSection> sections)
    {
        ArgumentNullException.ThrowIfNull(sections);
        var falls = new List<Fall>();
        var last = -1;
        for (var i = 0; i < sections.Count; i++)
        {
            if (sections[i].Water < 0) continue;
            if (last >= 0 && sections[i].Water != sections[last].Water && sections[i].LevelMm < sections[last].LevelMm)
            {
                var crest = i;
                for (var k = last; k <= i; k++)
                {
                    if (sections[k].BedMm > sections[crest].BedMm) crest = k;
                }

                // At the weir itself the water tapers off: its width is that a little above.
                var width = Enumerable.Range(0, last + 1).Where(k => sections[k].Water == sections[last].Water && sections[last].AlongMm - sections[k].AlongMm <= AboveWeirMm).Max(k => sections[k].WidthMm);
                falls.Add(new Fall(
                    sections[crest].At, sections[crest].AlongMm, sections[last].LevelMm, sections[i].LevelMm, sections[crest].BedMm, width, sections[crest].HeadingDeg, sections[last].Water, sections[i].Water));
            }

            last = i;
        }

        return falls;
    }

    /// <summary>Drops, narrows and shallows of a stream, downstream.</summary>
    /// <param name="sections">Its sections.</param>
    /// <param name="falls">Its falls.</param>
    public static IReadOnlyList<WhitePlace> Of(IReadOnlyList<StreamSection> sections, IReadOnlyList<Fall> falls)
    {
        ArgumentNullException.ThrowIfNull(sections);
        ArgumentNullException.ThrowIfNull(falls);
        var places = falls.Select(fall => new WhitePlace(fall.At, WhiteCause.Drop, fall.HeadingDeg, Math.Max(4, 3 * fall.HeightMm), 0)).ToList();
        var wet = Enumerable.Range(0, sections.Count).Where(i => sections[i].SectionMm2 > 0).ToList();
        if (wet.Count < 8) return places;
        double Speed(int i) => 1 / (sections[i].SectionMm2 * Math.Sqrt(sections[i].MeanDepthMm));
        double usual = Median(wet.Select(Speed)), usualWidth = Median(wet.Select(i => sections[i].WidthMm));
        for (var k = 0; k < wet.Count;)
        {
            if (Speed(wet[k]) < usual * StandsOut || NearFall(sections[wet[k]], falls))
            {
                k++;
                continue;
            }

            // Sections that stand out close to each other are one place, at the fastest of them.
            int best = k, last = k, end = k + 1;
            for (; end < wet.Count && sections[wet[end]].AlongMm - sections[wet[last]].AlongMm <= OnePlaceMm; end++)
            {
                if (Speed(wet[end]) < usual * StandsOut || NearFall(sections[wet[end]], falls)) continue;
                last = end;
                if (Speed(wet[end]) > Speed(wet[best])) best = end;
            }

            var here = sections[wet[best]];
            var length = sections[wet[last]].AlongMm - sections[wet[k]].AlongMm + (usualWidth / 3);
            places.Add(new WhitePlace(here.At, here.WidthMm < Narrow * usualWidth ? WhiteCause.Narrows : WhiteCause.Shallows, here.HeadingDeg, length, Speed(wet[best]) / usual));
            k = end;
        }

        return places;
    }

    /// <summary>Rocks of a stream: dry ground with water all round it, no larger than a rock.</summary>
    /// <param name="field">The ground.</param>
    /// <param name="wet">Cells of the stream's waters.</param>
    /// <param name="sections">Its sections, for the way the water runs.</param>
    public static IReadOnlyList<WhitePlace> Rocks(HeightField field, bool[] wet, IReadOnlyList<StreamSection> sections)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(wet);
        ArgumentNullException.ThrowIfNull(sections);
        if (sections.Count == 0) return [];
        var most = (int)Math.Ceiling(LargestRockMm2 / field.CellAreaMm2);
        var seen = new bool[wet.Length];
        var rocks = new List<WhitePlace>();
        foreach (var start in Shore(field, wet))
        {
            if (seen[start] || wet[start]) continue;
            if (Rock(field, wet, seen, start, most) is not { } rock) continue;
            var middle = new PointMm(rock.Average(cell => field.CentreOf(cell).XMm), rock.Average(cell => field.CentreOf(cell).YMm));
            var section = sections.MinBy(one => one.At.DistanceSquared(middle));
            if (section.At.DistanceMm(middle) > Math.Max(20, section.WidthMm)) continue;
            rocks.Add(new WhitePlace(middle, WhiteCause.Rock, section.HeadingDeg, 2 * Math.Sqrt(rock.Count * field.CellAreaMm2), 0));
        }

        return rocks;
    }

    // Dry cells to the right of a wet one: every rock has one.
    private static IEnumerable<int> Shore(HeightField field, bool[] wet)
    {
        for (var cell = 0; cell + 1 < wet.Length; cell++)
        {
            if (wet[cell] && !wet[cell + 1] && (cell + 1) % field.Columns != 0) yield return cell + 1;
        }
    }

    // The dry cells joined to one; null when they reach the board's edge or are more than a rock.
    private static List<int>? Rock(HeightField field, bool[] wet, bool[] seen, int start, int most)
    {
        var cells = new List<int> { start };
        var whole = true;
        seen[start] = true;
        for (var next = 0; next < cells.Count && whole; next++)
        {
            int row = cells[next] / field.Columns, column = cells[next] % field.Columns;
            if (row == 0 || column == 0 || row == field.Rows - 1 || column == field.Columns - 1 || cells.Count > most) whole = false;
            else
            {
                foreach (var beside in (ReadOnlySpan<int>)[cells[next] - 1, cells[next] + 1, cells[next] - field.Columns, cells[next] + field.Columns])
                {
                    if (wet[beside]) continue;
                    if (seen[beside])
                    {
                        if (!cells.Contains(beside)) whole = false;
                        continue;
                    }

                    seen[beside] = true;
                    cells.Add(beside);
                }
            }
        }

        return whole ? cells : null;
    }

    private static bool NearFall(StreamSection section, IReadOnlyList<Fall> falls) =>
        falls.Any(fall => Math.Abs(fall.AlongMm - section.AlongMm) < 12 + (3 * fall.HeightMm));

    private static double Median(IEnumerable<double> values)
    {
        double[] sorted = [.. values.Order()];
        return sorted[sorted.Length / 2];
    }
}
