namespace InkBasin.Core.Days;

/// <summary>Rules of the bench: how long a hand takes for a step, and what it waits for where no model reckons it. Each can be overtyped in a build.</summary>
internal static class BenchMinutes
{
    /// <summary>Laying out and cleaning up.</summary>
    public const int LayOut = 10;

    /// <summary>Sawing, bracing and sealing a board, so that it does not warp when it gets wet.</summary>
    public const int Board = 45;

    /// <summary>Its varnish dries.</summary>
    public const int BoardDry = 4 * 60;

    /// <summary>Casting, breaking and bedding rocks: to begin with, and for each.</summary>
    public const int Rocks = 30;

    /// <inheritdoc cref="Rocks"/>
    public const int RocksEach = 5;

    /// <summary>What beds them sets and dries over night.</summary>
    public const int RocksDry = 12 * 60;

    /// <summary>Cutting and gluing foam: to begin with, and for each litre of it as it stands.</summary>
    public const int Foam = 60;

    /// <inheritdoc cref="Foam"/>
    public const double FoamALitre = 20;

    /// <summary>Foam glue sets over night.</summary>
    public const int FoamGlue = 12 * 60;

    /// <summary>Plastering: to begin with, and for each square decimetre.</summary>
    public const int Plaster = 20;

    /// <inheritdoc cref="Plaster"/>
    public const double PlasterADm2 = 2;

    /// <summary>Painting a bed: to begin with, and for each square decimetre.</summary>
    public const int Paint = 30;

    /// <inheritdoc cref="Paint"/>
    public const double PaintADm2 = 4;

    /// <summary>Paint dries over night.</summary>
    public const int PaintDry = 12 * 60;

    /// <summary>Setting a thing on the bed.</summary>
    public const int Drowned = 10;

    /// <summary>What holds it is firm over night.</summary>
    public const int DrownedGlue = 12 * 60;

    /// <summary>Sealing.</summary>
    public const int Seal = 30;

    /// <summary>A dam.</summary>
    public const int Dam = 10;

    /// <summary>A water test, filling and reading.</summary>
    public const int Test = 20;

    /// <summary>After it the bed dries a day.</summary>
    public const int TestDry = 24 * 60;

    /// <summary>Bubbles, and a surface that still draws, want a hand near for so long after a pour.</summary>
    public const int Looks = 30;

    /// <summary>A look.</summary>
    public const int Look = 5;

    /// <summary>The last look at a first layer comes so long after its pour.</summary>
    public const int LeastLook = 60;

    /// <summary>And no later than this.</summary>
    public const int GreatestLook = 6 * 60;

    /// <summary>Putting a thing into a layer.</summary>
    public const int Thing = 5;

    /// <summary>Nudging ripples.</summary>
    public const int Ripple = 15;

    /// <summary>A short moment for them is waited for from so long before.</summary>
    public const int RippleWait = 10;

    /// <summary>Taking a dam off.</summary>
    public const int Strip = 5;

    /// <summary>Paring, sanding and polishing the face a dam stood at.</summary>
    public const int Edge = 30;

    /// <summary>A coat of gel.</summary>
    public const int Gel = 20;

    /// <summary>Growth, edges and veneer.</summary>
    public const int Growth = 90;

    /// <summary>Its glue dries over night.</summary>
    public const int GrowthDry = 12 * 60;

    /// <summary>A picture.</summary>
    public const int Photograph = 30;

    /// <summary>Clearing out a layer that failed, scuffing and wiping.</summary>
    public const int Clear = 60;

    /// <summary>Minutes of hours, up to what a step may wait.</summary>
    public static int OfHours(double hours) => (int)Math.Ceiling(Math.Clamp(hours * 60, 0, DayStep.MostMin) - 1e-6);

    /// <summary>To the next mark of the clock.</summary>
    public static int Fives(double minutes) => (int)(Math.Ceiling(minutes / BenchHours.GrainMin - 1e-9) * BenchHours.GrainMin);
}
