namespace InkBasin.Core.Plan;

/// <summary>A late check of a poured layer.</summary>
/// <param name="Key">The same from time to time: told once it is not told again.</param>
/// <param name="At">When it is due.</param>
/// <param name="Until">When it is too late for it; null where it stays.</param>
/// <param name="Sentence">In the maker's words.</param>
public sealed record LateCheck(string Key, DateTimeOffset At, DateTimeOffset? Until, string Sentence);

/// <summary>What is to be looked at after a pour: told while the browser is open, and in the calendar otherwise.</summary>
public static class AfterCare
{
    /// <summary>A window that closes so soon is told of, h.</summary>
    public const double ClosesSoonH = 3;

    /// <summary>The late checks of a build's poured layers, by their time.</summary>
    /// <param name="answers">What follows from the build.</param>
    public static IReadOnlyList<LateCheck> Of(BuildAnswers answers)
    {
        ArgumentNullException.ThrowIfNull(answers);
        return [.. answers.Waters.SelectMany((water, i) => OfWater(water, answers.Build.Waters[i].Id, answers.Build.Waters[i].Name, answers.Dams.Any(dam => dam.Holds.Contains(answers.Build.Waters[i].Id)))).OrderBy(check => check.At)];
    }

    private static IEnumerable<LateCheck> OfWater(WaterAnswers water, string id, string name, bool isDammed)
    {
        if (water.Layers.Is is not { Layers: var layers } plans || water.Case.Sheet is not { } sheet) yield break;
        var last = layers.Index().LastOrDefault(one => one.Item.Poured is not null);
        if (last.Item is not { Poured: { } poured } layer) yield break;
        var number = last.Index + 1;
        DateTimeOffset? After(double hours) => Clock.After(poured.At, hours - layer.PourH);
        string Key(string kind) => $"{id}/{number}/{kind}";
        string Wall(DateTimeOffset at) => Clock.On(at, water.Case.Bench.Zone).ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture);
        var soft = water.Case.Soft;
        if (last.Index + 1 < layers.Count)
        {
            if (soft?.Layer != number && !water.Case.LastIsOfAnother && After(layer.RecoatFromH) is { } from && After(layer.RecoatToH) is { } to)
            {
                yield return new LateCheck(Key("recoat"), from, to, $"Layer {number} of {name} takes the next one from now on: feel it first.");
                if (to.AddHours(-ClosesSoonH) > from) yield return new LateCheck(Key("closes"), to.AddHours(-ClosesSoonH), to, $"The window of layer {number} of {name} closes in {ClosesSoonH:0} hours; after it, scuff and wipe first.");
            }

            yield break;
        }

        if (!sheet.Traits.IsOnePart && !water.Case.LastIsOfAnother && Answer.Of(water.Surface).Is?.Ripples is { } ripples)
        {
            var closes = poured.At.AddHours(ripples.ClosesAtH);
            foreach (var (i, visit) in ripples.VisitsH.Index())
                yield return new LateCheck(Key($"ripples-{i}"), poured.At.AddHours(visit), closes, $"Look at {name}: does it hold a nudge yet? From {Wall(poured.At.AddHours(ripples.HoldsFromH))} it should, until {Wall(closes)}.");
        }

        // What is noted as soft is not called firm by the sheet, nor by another's what is of its own.
        if (!plans.HoursSpeak) yield break;
        if (After(Math.Max(layer.StripH, layer.PourH + (layer.Cure.FirmH ?? 0))) is { } strip)
            yield return new LateCheck(Key("strip"), strip, null, $"{name} is firm by the sheet and the model: {(isDammed ? "the dams may come off" : "it may be trimmed")}. Try a fingernail at the edge first.");
        if (After(layer.FullCureH) is { } cured) yield return new LateCheck(Key("cured"), cured, null, $"{name} is fully cured by its sheet. Note in the log how it turned out.");
    }
}
