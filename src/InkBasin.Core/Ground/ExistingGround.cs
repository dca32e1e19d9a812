namespace InkBasin.Core.Ground;

/// <summary>
/// Ground that exists, laid on the board from a grid: a landscape through the scale, or a scan at its own size. It replaces what
/// was there; where the grid has a hole the ground stays as it is.
/// </summary>
public sealed record ExistingGround : GroundStep
{
    private const int MostSamples = 16;
    private const double LeastMm = 5;
    private const double FarthestMm = 1_000_000;

    // However far a landscape is drawn out, a board never gets higher.
    private const double HighestMm = 10_000;

    /// <summary>Id of the grid it lays down.</summary>
    public required string GridId { get; init; }

    /// <summary>The board's left edge to the grid's left, mm.</summary>
    public required double LeftMm { get; init; }

    /// <summary>The board's back edge to the grid's back, mm.</summary>
    public required double BackMm { get; init; }

    /// <summary>What the grid's width, along its own rows, takes on the board, mm, 5…1,000,000: a landscape may reach far over it.</summary>
    public required double WidthMm { get; init; }

    /// <summary>Height of the grid's lowest place over the board, mm, −500…500.</summary>
    public required double LowestMm { get; init; }

    /// <summary>How much heights are drawn out against lengths, 0.1…20; 1 is true.</summary>
    public double Exaggeration { get; init; } = 1;

    /// <summary>Quarter turns clockwise, 0…3.</summary>
    public int QuarterTurns { get; init; }

    /// <summary>What a grid's cell takes on the board, mm.</summary>
    public double CellMm(HeightGrid grid)
    {
        ArgumentNullException.ThrowIfNull(grid);
        return WidthMm / grid.Columns;
    }

    /// <summary>Width and depth on the board as it lies, mm.</summary>
    public (double WidthMm, double DepthMm) Lies(HeightGrid grid)
    {
        var cell = CellMm(grid);
        return QuarterTurns % 2 == 0 ? (grid.Columns * cell, grid.Rows * cell) : (grid.Rows * cell, grid.Columns * cell);
    }

    /// <summary>A first place for a grid: at its true size through the scale, in the middle of the board.</summary>
    /// <param name="gridId">Id of the grid.</param>
    /// <param name="grid">The grid.</param>
    /// <param name="board">The board.</param>
    /// <param name="mmPerLength">What one length of the file is on the board, mm: 1000 over the scale for metres, 1 for mm.</param>
    /// <param name="real">True for a landscape, whose own datum means nothing on the board: its lowest place is put 5 mm over it.</param>
    /// <exception cref="RefusedException">It would be smaller than a fingertip or larger than a hall on the board: the length is wrong.</exception>
    public static ExistingGround Proposed(string gridId, HeightGrid grid, Board board, double mmPerLength, bool real)
    {
        ArgumentNullException.ThrowIfNull(grid);
        ArgumentNullException.ThrowIfNull(board);
        double width = grid.Columns * grid.Cell * mmPerLength, depth = grid.Rows * grid.Cell * mmPerLength;
        if (width is < LeastMm or > FarthestMm || depth > FarthestMm)
        {
            throw new RefusedException(
                "length",
                $"That would be {width:0.###} × {depth:0.###} mm on the board. Are the file's lengths those you gave?",
                RefusalKind.Impossible);
        }

        return new ExistingGround
        {
            Id = $"existing-{gridId[..8]}",
            Name = "Existing ground",
            GridId = gridId,
            LeftMm = (board.WidthMm - width) / 2,
            BackMm = (board.DepthMm - depth) / 2,
            WidthMm = width,
            LowestMm = real ? 5 : Math.Clamp(grid.Lowest * mmPerLength, -500, 500),
        };
    }

    /// <inheritdoc/>
    internal override IEnumerable<IGroundPart> Parts(GroundGrids grids) => [new Laid(this, grids.Get(GridId))];

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        if (string.IsNullOrWhiteSpace(GridId) || GridId.Length > 64) throw new RefusedException($"{field}.gridId", "Say which grid is laid down.");
        Require.Within(LeftMm, -FarthestMm, FarthestMm, $"{field}.leftMm");
        Require.Within(BackMm, -FarthestMm, FarthestMm, $"{field}.backMm");
        Require.Within(WidthMm, LeastMm, FarthestMm, $"{field}.widthMm");
        Require.Within(LowestMm, -500, 500, $"{field}.lowestMm");
        Require.Within(Exaggeration, 0.1, 20, $"{field}.exaggeration");
        if (QuarterTurns is < 0 or > 3) throw new RefusedException($"{field}.quarterTurns", "Turn it by 0 to 3 quarters.");
    }

    private sealed record Laid(ExistingGround Step, HeightGrid Grid) : IGroundPart
    {
        public CellBox Footprint(CellGrid grid, HeightBounds bounds)
        {
            var (width, depth) = Step.Lies(Grid);
            return grid.Around([new(Step.LeftMm, Step.BackMm), new(Step.LeftMm + width, Step.BackMm + depth)], 0);
        }

        public CellBox Spread(CellGrid grid, CellBox part) => CellBox.None;

        public void Shape(GroundWork work)
        {
            var cell = Step.CellMm(Grid);
            var (width, depth) = Step.Lies(Grid);

            // Finer than the board's cells, the grid is averaged over each, or narrow things would come and go by chance.
            var samples = Math.Clamp((int)Math.Ceiling((work.CellMm / cell) - 1e-6), 1, MostSamples);
            var factor = cell / Grid.Cell * Step.Exaggeration;
            for (var row = 0; row < work.Rows; row++)
            {
                work.StopIfUnwanted();
                for (var column = 0; column < work.Columns; column++)
                {
                    double x = work.XMm(column) - Step.LeftMm, y = work.YMm(row) - Step.BackMm;
                    if (!(x >= 0 && x <= width && y >= 0 && y <= depth)) continue;
                    double sum = 0;
                    for (var k = 0; k < samples * samples; k++)
                    {
                        double dx = ((((k % samples) + 0.5) / samples) - 0.5) * work.CellMm, dy = ((((k / samples) + 0.5) / samples) - 0.5) * work.CellMm;
                        sum += At((x + dx) / cell, (y + dy) / cell);
                    }

                    if (double.IsNaN(sum)) continue;
                    var height = Step.LowestMm + (((sum / (samples * samples)) - Grid.Lowest) * factor);
                    work.Set((row * work.Columns) + column, Math.Clamp(height, -HighestMm, HighestMm));
                }
            }
        }

        // x, y in cells from the left and back of the grid as it lies.
        private double At(double x, double y) => Step.QuarterTurns switch
        {
            0 => Grid.At(x, y),
            1 => Grid.At(y, Grid.Rows - x),
            2 => Grid.At(Grid.Columns - x, Grid.Rows - y),
            _ => Grid.At(Grid.Columns - y, x),
        };
    }
}
