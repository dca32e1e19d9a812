using InkBasin.Core.Bench;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>An entry of a log as it is read.</summary>
/// <param name="Entry">As it was first written, with what was put right beside it.</param>
/// <param name="Corrected">As it reads with that.</param>
/// <param name="Causes">Likely causes of an outcome, the likeliest first.</param>
/// <param name="Review">A session looked back on, in lines; empty for other entries.</param>
/// <param name="Surface">How warm the surface of a session's pour became; null without readings.</param>
/// <param name="ShownAt">The session entry whose curve shows this reading of a surface; null for all else.</param>
public sealed record ReadEntry(LogEntry Entry, LogEntry Corrected, IReadOnlyList<LikelyCause> Causes, IReadOnlyList<string> Review, SurfaceCurve? Surface = null, string? ShownAt = null);

/// <summary>The log of a build, read; and what it has measured.</summary>
public static class BuildLog
{
    private const double LookBackH = 48;

    // Less than a figure shows.
    private const double LeastSpentG = 0.05;

    /// <summary>A build's log, the latest first.</summary>
    /// <param name="answers">What follows from the build.</param>
    public static IReadOnlyList<ReadEntry> Of(BuildAnswers answers)
    {
        ArgumentNullException.ThrowIfNull(answers);
        List<LogEntry> log = [.. answers.Build.Log.Select(entry => entry.Corrected())];
        return [.. answers.Build.Log.Zip(log).OrderByDescending(one => one.First.At).Select(one =>
        {
            var (entry, corrected) = one;
            return new ReadEntry(entry, corrected, corrected is { Outcome: { } outcome, WaterId: { } waterId, Layer: { } layer } ? OutcomeCauses.Of(outcome, CaseOf(answers, waterId, layer)) : [], Review(corrected))
            {
                Surface = corrected.Session is { } session ? SurfaceCurve.Of(session, log) : null,
                ShownAt = corrected is { SurfaceC: not null, Text: null } ? log.FirstOrDefault(other => other.Session?.Poured.Any(part => part.WaterId == corrected.WaterId && part.Layer == corrected.Layer) == true)?.Id : null,
            };
        })];
    }

    /// <summary>What a build's log and its tests have measured of the figures that are learnt.</summary>
    /// <param name="answers">What follows from the build as it would without any lesson taken: a lesson is held against the plan it corrects.</param>
    public static IReadOnlyList<LessonMeasure> Measured(BuildAnswers answers)
    {
        ArgumentNullException.ThrowIfNull(answers);
        var measured = new List<LessonMeasure>();
        Measure(answers, (kind, productId, value) => measured.Add(new LessonMeasure(kind, productId, value)));
        return measured;
    }

    private static void Measure(BuildAnswers answers, Action<LessonKind, string?, double> note)
    {
        foreach (var test in answers.Waters.SelectMany(water => water.Takes.Tests))
        {
            if (test is { GroundChanged: false, Calibration: { } off and > 0 }) note(LessonKind.Volume, null, off);
        }

        foreach (var entry in answers.Build.Log.Select(one => one.Corrected()))
        {
            if (entry.Session is { } session) Measure(answers, session, note);
            if (entry is { Seen: { } seen, WaterId: { } waterId, Layer: { } layer }) Measure(answers, entry, seen, waterId, layer, note);
        }
    }

    private static void Measure(BuildAnswers answers, SessionRecord session, Action<LessonKind, string?, double> note)
    {
        if (answers.Stores.Sheet(session.ProductId) is not { } sheet) return;
        foreach (var cup in session.Cups.Where(cup => cup is { LeftG: not null, GivenUpAt: null })) note(LessonKind.Residue, null, cup.LeftG!.Value / sheet.MixedDensity);

        // The bed is known to have taken what was mixed less what was over only where all of that was weighed and nothing ran out.
        var weighed = session.Cups.All(cup => cup is { OneG: not null, OverG: not null, GivenUpAt: null }) && (!session.Mixes.Any(mix => mix.HasTwo) || session.Cups.All(cup => cup.TwoG is not null));
        if (!weighed || session.Leaks.Count > 0 || session.EndedEarly) return;
        var reckoned = session.Poured.Sum(layer => ReckonedMl(answers, layer));
        var used = session.Cups.Sum(cup => cup.MixedMl - (cup.OverG!.Value / sheet.MixedDensity));
        if (reckoned is { } ml && ml > 1 && used > 0) note(LessonKind.Volume, null, used / ml);
    }

    // By the ground as it is drawn, from the layer's underside to where it was seen to stand.
    private static double? ReckonedMl(BuildAnswers answers, PouredLayer layer)
    {
        if (layer.ReachedMm is not { } reached || answers.Build.Waters.All(water => water.Id != layer.WaterId)) return null;
        var water = answers.Of(layer.WaterId);
        if (water.Layers.Is is not { } plans || layer.Layer > plans.Layers.Count || water.Standing.Basin.Storage is not { } storage) return null;
        var from = plans.Layers[layer.Layer - 1].FromMm;
        var displaced = answers.Drowned.Where(thing => thing.WaterId == layer.WaterId).Sum(thing => thing.Layers.Where(one => one.Layer == layer.Layer).Sum(one => one.DisplacedMl));
        return reached > from ? storage.VolumeAt(reached) - storage.VolumeAt(from) - displaced : null;
    }

    private static void Measure(BuildAnswers answers, LogEntry entry, SeenState seen, string waterId, int layer, Action<LessonKind, string?, double> note)
    {
        if (answers.Build.Waters.All(water => water.Id != waterId)) return;
        var water = answers.AsPoured(waterId, layer);
        if (PlannedOf(water, layer) is not { Poured: { } poured } planned || water.Case.Sheet is not { } sheet) return;
        if (seen == SeenState.Turned)
        {
            var mix = answers.Build.Log.Select(one => one.Session).OfType<SessionRecord>().LastOrDefault(one => one.Planned.Any(part => part.WaterId == waterId && part.Layer == layer)) is { } walked && walked.ProductId == sheet.Id ? walked.Mixes[0] : null;
            if (mix?.MinutesOf(mix.OneG + mix.TwoG) is { } minutes && entry.AfterMin is { } turned) note(LessonKind.Pot, sheet.Id, turned / minutes);
            return;
        }

        var hours = entry.AfterMin / 60 ?? (entry.At - poured.At).TotalHours;
        var reckoned = seen == SeenState.Gelled ? planned.Cure.GelH : planned.Cure.FirmH;
        if (hours > 0 && reckoned is > 0 and var plan) note(seen == SeenState.Gelled ? LessonKind.Gel : LessonKind.Firm, sheet.Id, hours / plan);
    }

    private static PlannedLayer? PlannedOf(WaterAnswers water, int layer) => water.Layers.Is is { } plans && layer >= 1 && layer <= plans.Layers.Count ? plans.Layers[layer - 1] : null;

    private static OutcomeCase CaseOf(BuildAnswers answers, string waterId, int layer)
    {
        var build = answers.Build;
        var session = build.Log.Select(one => one.Corrected().Session).OfType<SessionRecord>().LastOrDefault(one => one.Poured.Any(part => part.WaterId == waterId && part.Layer == layer));
        var poured = build.Begun.FirstOrDefault(one => one.WaterId == waterId && one.Layer == layer);
        var under = build.Begun.FirstOrDefault(one => one.WaterId == waterId && one.Layer == layer - 1);
        var isThere = build.Waters.Any(water => water.Id == waterId);
        var planned = isThere ? PlannedOf(answers.AsPoured(waterId, layer), layer) : null;
        var below = isThere ? PlannedOf(answers.AsPoured(waterId, layer - 1), layer - 1) : null;
        List<double> read = poured is null ? [] : [.. build.RoomLog.Where(one => one.At >= poured.At && one.At <= poured.At.AddHours(LookBackH)).Select(one => one.AirC)];
        return new OutcomeCase(
            session,
            session is null ? [] : [.. session.Cups.Where(cup => cup.OutAt is not null).Select(cup => cup.Number)],
            read.Count > 0 ? read.Min() : null,
            poured is null ? null : answers.Drying(poured.At).IsDry,
            build.Drowned.Count(thing => thing.Skin == Skin.Porous),
            poured is not null && under is not null ? (poured.At - under.At).TotalHours : null,
            below is null ? null : below.RecoatToH - below.PourH,
            planned?.Cure.Standing == Standing.Stop,
            build.Care.Covered,
            layer == 1,
            session is null ? null : SurfaceCurve.Of(session, build.Log.Select(one => one.Corrected()))?.Peak.SurfaceC);
    }

    private static List<string> Review(LogEntry entry)
    {
        if (entry.Session is not { } session) return [];
        var lines = new List<string>();
        foreach (var (cup, mix) in session.Cups.Zip(session.Mixes))
        {
            var name = session.Cups.Count == 1 ? "The cup" : $"Cup {cup.Number}";
            var planned = mix.HasTwo ? $"{Said.Tenth(mix.OneG)} + {Said.Tenth(mix.TwoG)} g" : $"{Said.Tenth(mix.OneG)} g";
            string Weight(double? g) => g is { } shown ? Said.Tenth(shown) : "not weighed";
            lines.Add($"{name}: {(mix.HasTwo ? $"{Weight(cup.OneG)} + {Weight(cup.TwoG)}" : Weight(cup.OneG))} g, planned {planned}{(cup.RatioOffPercent is { } off ? $"; the ratio {Said.Tenth(Math.Abs(off))} % off" : "")}.");
            if (cup is { MetAt: { } met, OutAt: { } outAt }) lines.Add($"{name} was out {(outAt - met).TotalMinutes:0} min after the parts met{(cup.OutBy is { } by ? outAt > by ? $", {(outAt - by).TotalMinutes:0} min too late" : $", {(by - outAt).TotalMinutes:0} min in hand" : "")}; stirred {Said.Tenth(cup.StirredMin)} min.");
            if (cup.GivenUpAt is not null) lines.Add($"{name} was spread out, not poured.");
        }

        if (session.Spent() is var (one, two) && one + two >= LeastSpentG) lines.Add($"{Said.Tenth(one + two)} g of what was mixed went into no water.");

        foreach (var layer in session.Poured)
        {
            var planned = session.Planned.First(one => one.WaterId == layer.WaterId && one.Layer == layer.Layer);
            lines.Add($"{planned.Name}, layer {layer.Layer}: {(layer.ReachedMm is { } reached ? $"to {Said.Tenth(reached)} mm, meant {Said.Tenth(planned.ToMm)}" : $"meant to come to {Said.Tenth(planned.ToMm)} mm; nobody looked")}{(layer.Whole ? "" : "; not all of it poured")}.");
        }

        lines.AddRange(session.Leaks.Select(leak => $"A dam leaked{(leak.Until is { } until ? $" for {(until - leak.From).TotalMinutes:0} min" : "")}{(leak.LostMl is { } lost ? $", {lost:0.#} ml" : "")}."));
        return lines;
    }
}
