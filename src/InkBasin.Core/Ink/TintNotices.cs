namespace InkBasin.Core.Ink;

/// <summary>What is said of a tint that was read off a wedge or tried in a puddle.</summary>
internal static class TintNotices
{
    public static Notice FewDepths(int depths) => Notice.Of(
        "fewDepths", Standing.Tight, $"{(depths == 0 ? "No patch has any depth" : depths == 1 ? "All patches are of one depth" : "The patches are of two depths")}: how much the tint scatters is a guess. Three depths or more tell it.", ("depths", depths));

    public static Notice OneBacking() =>
        Notice.Of("oneBacking", Standing.Tight, "All patches lie on one backing: how much the tint scatters is a guess. Pour it over white and over black.");

    public static Notice PoorFit(double medianDeltaE) => Notice.Of(
        "poorFit", Standing.Tight, $"The fit misses half of the patches by a difference of {medianDeltaE:0.0} or more: look for glare in the photo, and whether all depths are right.", ("deltaE", medianDeltaE));

    public static Notice ColouredLight(double timesApart) => Notice.Of(
        "colouredLight", Standing.Tight, $"The light was strongly coloured (channels {timesApart:0.0} times apart): photograph the wedge by daylight in the shade.", ("timesApart", timesApart));

    public static Notice BurntOut(int readings) =>
        Notice.Of("burntOut", Standing.Tight, $"{(readings == 1 ? "One reading is" : $"{readings} readings are")} burnt out in the photo (a channel at its end): expose it darker.", ("readings", readings));

    public static Notice OverWhite(int readings) =>
        Notice.Of("overWhite", Standing.Tight, "Corrected by the grey patch a backing is lighter than white paper can be: is the patch as grey as you said?", ("readings", readings));

    public static Notice Puddle(double deltaE, bool darker)
    {
        var off = $"{deltaE:0.0} off what was reckoned, and {(darker ? "darker" : "lighter")}";
        return deltaE switch
        {
            <= TriedPuddle.AsReckoned => Notice.Of("puddleAsReckoned", Standing.Holds, $"As reckoned, {deltaE:0.0} off: the cups can follow the recipe.", ("deltaE", deltaE)),
            <= TriedPuddle.FarOff => Notice.Of("puddleNear", Standing.Tight, $"{off}: trust the puddle, and change the recipe until you like it.", ("deltaE", deltaE)),
            _ => Notice.Of("puddleFar", Standing.Tight, $"{off}: the tints are not what they are taken for. Go by puddles, not by the colours here.", ("deltaE", deltaE)),
        };
    }
}
