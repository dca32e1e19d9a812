namespace InkBasin.Core.Resin;

/// <summary>
/// Heat and cure in the column under the deepest point (models.md §3; readings.md, cure 6–13): finite volumes up the real stack, in time the
/// second-order, L-stable Rosenbrock method ROS2 (Verwer, Spee, Blom &amp; Hundsdorfer 1999) with steps that keep its error small. A cell's cure is local, so it
/// is eliminated and each stage is one tridiagonal solve. Nothing is allocated while time goes on.
/// </summary>
public sealed partial class CureColumn
{
    /// <summary>Cells of resin are no thicker than this, mm, and no layer has fewer than <see cref="FewestCells"/>.</summary>
    public const double MostResinCellMm = 0.5;

    /// <summary>Fewest cells of a layer.</summary>
    public const int FewestCells = 4;

    /// <summary>Degree of cure at which it is tack-free.</summary>
    public const double TackFreeCure = 0.75;

    private const double MostBedCellMm = 1.5;
    private const double SkinMm = 0.5;
    private const double Gamma = 0.2928932188134524;
    private const double ToleranceK = 0.0025;
    private const double ToleranceCure = 6e-5;
    private const double FirstStepS = 20;
    private const double MostStepS = 2 * 3600;
    private const int SeriesPoints = 96;
    private const int TopPieces = 6;

    private readonly CureProblem _problem;
    private readonly CureKinetics _kinetics;
    private readonly double _heatingK;
    private readonly int _cells;
    private readonly int _freshFrom;
    private readonly int _foamTop;
    private readonly double[] _thicknessMm;
    private readonly double[] _capacity;
    private readonly double[] _up;
    private readonly bool[] _reacts;
    private readonly double _bottomConductance;
    private double _topConductance;
    private readonly double[] _conductivity;

    // Work space, one value a cell: state, the two stages, the rate with its slopes, and the matrix.
    private readonly double[] _temperature;
    private readonly double[] _cure;
    private readonly double[] _nextTemperature;
    private readonly double[] _nextCure;
    private readonly double[] _k1T;
    private readonly double[] _k1A;
    private readonly double[] _k2T;
    private readonly double[] _k2A;
    private readonly double[] _rate;
    private readonly double[] _rateByCure;
    private readonly double[] _rateByK;
    private readonly double[] _factor;
    private readonly double[] _pivot;

    private CureColumn(CureProblem problem)
    {
        _problem = problem;
        _kinetics = new CureKinetics(problem.Resin);
        _heatingK = problem.Resin.HeatJPerG * 1000 / Thermal.ResinHeatCapacity;
        var thickness = new List<double>();
        var thermal = new List<Thermal>();
        var cure = new List<double>();
        var reacts = new List<bool>();
        _foamTop = -1;
        foreach (var layer in problem.Stack)
        {
            var resin = layer.Material == BedMaterial.CuredResin;
            Add(layer.ThicknessMm, Thermal.Of(layer.Material, problem.Resin), resin, resin ? layer.Cure : 0);
            if (layer.Material is BedMaterial.Xps or BedMaterial.Eps) _foamTop = thickness.Count - 1;
        }

        _freshFrom = thickness.Count;
        foreach (var mm in FreshCells(problem.LayerMm)) AddCell(mm, Thermal.Of(BedMaterial.CuredResin, problem.Resin), true, 0);
        _cells = thickness.Count;
        _thicknessMm = [.. thickness];
        _reacts = [.. reacts];
        _conductivity = [.. thermal.Select(one => one.ConductivityWPerMK)];
        _capacity = new double[_cells];
        _up = new double[_cells];
        for (var i = 0; i < _cells; i++)
        {
            _capacity[i] = thermal[i].DensityKgPerM3 * thermal[i].HeatCapacityJPerKgK * _thicknessMm[i] / 1000;
            if (i + 1 < _cells) _up[i] = 1 / (Resistance(i) + Resistance(i + 1));
        }

        // A cover that is on from the first moment is never put on later.
        _topConductance = ToRoom(problem.Cover is { AtH: <= 0 } now ? now.TopWPerM2K : problem.TopWPerM2K, _cells - 1);
        _bottomConductance = ToRoom(problem.BottomWPerM2K, 0);
        _temperature = new double[_cells];
        Array.Fill(_temperature, Temperature.ToK(problem.Room.AtC(0)));
        _cure = [.. cure];
        _nextTemperature = new double[_cells];
        _nextCure = new double[_cells];
        _k1T = new double[_cells];
        _k1A = new double[_cells];
        _k2T = new double[_cells];
        _k2A = new double[_cells];
        _rate = new double[_cells];
        _rateByCure = new double[_cells];
        _rateByK = new double[_cells];
        _factor = new double[_cells];
        _pivot = new double[_cells];

        void Add(double mm, Thermal material, bool isResin, double startingCure)
        {
            var count = Math.Max(FewestCells, (int)Math.Ceiling((mm / (isResin ? MostResinCellMm : MostBedCellMm)) - 1e-9));
            for (var k = 0; k < count; k++) AddCell(mm / count, material, isResin, startingCure);
        }

        void AddCell(double mm, Thermal material, bool isResin, double startingCure)
        {
            thickness.Add(mm);
            thermal.Add(material);
            reacts.Add(isResin);
            cure.Add(startingCure);
        }
    }

    /// <summary>Follows a pour.</summary>
    /// <param name="problem">The pour, checked.</param>
    /// <param name="resinLimitC">Stops as soon as resin is hotter than this, °C; for those who only ask whether it is.</param>
    /// <param name="foamLimitC">The same for the foam's face.</param>
    /// <param name="cancel">Looked at every 64 steps.</param>
    public static CureRun Follow(CureProblem problem, double resinLimitC = double.PositiveInfinity, double foamLimitC = double.PositiveInfinity, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(problem);
        return new CureColumn(problem).Run(resinLimitC, foamLimitC, cancel);
    }

    // The slowest point lies at a face of the fresh layer: toward both its cells grow thin, so that their middles are as good as the face.
    private static IEnumerable<double> FreshCells(double mm)
    {
        double[] skin = mm > 3 * SkinMm ? [0.05, 0.1, 0.15, 0.2] : [];
        var inner = mm - (2 * skin.Sum());
        var count = Math.Max(2 * FewestCells, (int)Math.Ceiling((inner / MostResinCellMm) - 1e-9));
        return [.. skin, .. Enumerable.Repeat(inner / count, count), .. skin.Reverse()];
    }

    // Heat flowing out at both ends, W/m².
    private double FluxToRoom(double hours)
    {
        var room = Temperature.ToK(_problem.Room.AtC(hours));
        return (_bottomConductance * (_temperature[0] - room)) + (_topConductance * (_temperature[_cells - 1] - room));
    }

    // Half a cell's resistance, m²K/W.
    private double Resistance(int cell) => _thicknessMm[cell] / 2000 / _conductivity[cell];

    private double ToRoom(double exchange, int cell) => exchange > 0 ? 1 / ((1 / exchange) + Resistance(cell)) : 0;

    private CureRun Run(double resinLimitC, double foamLimitC, CancellationToken cancel)
    {
        var end = _problem.Hours * 3600;
        var coverAt = _problem.Cover?.AtH * 3600;
        double[] bends = [.. _problem.Room.KnotsH.Select(h => h * 3600), .. coverAt is { } at ? [at] : Array.Empty<double>()];
        double[] knots = [.. bends.Where(s => s > 0 && s < end).Distinct().Order(), end];
        var watch = new CureWatch(this, _problem.Hours);
        watch.See(0);
        double time = 0, step = Math.Min(FirstStepS, end);
        int knot = 0, steps = 0;
        while (time < end)
        {
            if ((steps++ & 63) == 0) cancel.ThrowIfCancellationRequested();

            // A bend of the room's course is not stepped over, nor the moment the cover goes on; a last crumb before it is taken along.
            var toKnot = knots[knot] - time;
            var taken = step >= toKnot * 0.999 ? toKnot : step > toKnot * 0.6 ? toKnot / 2 : step;
            var error = Step(time, taken);
            if (error > 1 && taken > 0.01)
            {
                step = taken * Math.Max(0.2, 0.9 / Math.Sqrt(error));
                continue;
            }

            Array.Copy(_nextTemperature, _temperature, _cells);
            Array.Copy(_nextCure, _cure, _cells);
            var reached = taken == toKnot;
            time = reached ? knots[knot++] : time + taken;
            watch.See(time);
            if (watch.PeakC > resinLimitC || watch.FoamFacePeakC > foamLimitC) break;
            if (reached && time == coverAt)
            {
                _topConductance = ToRoom(_problem.Cover!.Value.TopWPerM2K, _cells - 1);
                watch.FluxChanges(time);
            }

            step = Math.Min(MostStepS, taken * Math.Clamp(0.9 / Math.Sqrt(Math.Max(error, 1e-9)), 0.2, 2.5));
        }

        return watch.Result(steps);
    }

    // One step of ROS2 from the state to the next: (I − γhJ)k₁ = f + γh·f_t, (I − γhJ)k₂ = f(t+h, y+hk₁) − 2k₁ − γh·f_t, y + h(3k₁ + k₂)/2. Answers the
    // error of the first-order solution y + hk₁ over what is allowed.
    private double Step(double time, double h)
    {
        var gh = Gamma * h;
        double room = Temperature.ToK(_problem.Room.AtC(time / 3600)), slope = _problem.Room.SlopeCPerH(time / 3600) / 3600;
        Rates(_temperature, _cure, withSlopes: true);
        if (!Factor(gh)) return 25;
        Forces(_temperature, room, _k1T, _k1A);
        RoomSlope(_k1T, gh * slope);
        Solve(gh, _k1T, _k1A);
        for (var i = 0; i < _cells; i++)
        {
            _nextTemperature[i] = _temperature[i] + (h * _k1T[i]);
            _nextCure[i] = _cure[i] + (h * _k1A[i]);
        }

        Rates(_nextTemperature, _nextCure, withSlopes: false);
        Forces(_nextTemperature, room + (slope * h), _k2T, _k2A);
        RoomSlope(_k2T, -gh * slope);
        for (var i = 0; i < _cells; i++)
        {
            _k2T[i] -= 2 * _k1T[i];
            _k2A[i] -= 2 * _k1A[i];
        }

        Solve(gh, _k2T, _k2A);
        double worst = 0;
        for (var i = 0; i < _cells; i++)
        {
            double errorT = Math.Abs(_k1T[i] + _k2T[i]) * h / 2, errorA = Math.Abs(_k1A[i] + _k2A[i]) * h / 2;
            worst = Math.Max(worst, Math.Max(errorT / (ToleranceK * _problem.Slack), errorA / (ToleranceCure * _problem.Slack)));
            _nextTemperature[i] = _temperature[i] + (h * ((1.5 * _k1T[i]) + (0.5 * _k2T[i])));
            _nextCure[i] = _cure[i] + (h * ((1.5 * _k1A[i]) + (0.5 * _k2A[i])));
        }

        return double.IsFinite(worst) ? worst : 25;
    }

    private void Rates(double[] temperature, double[] cure, bool withSlopes)
    {
        for (var i = 0; i < _cells; i++)
        {
            if (!_reacts[i]) continue;
            if (withSlopes) (_rate[i], _rateByCure[i], _rateByK[i]) = _kinetics.RateWithSlopes(cure[i], temperature[i]);
            else _rate[i] = _kinetics.Rate(cure[i], temperature[i]);
        }
    }

    // What drives temperature and cure: conduction, exchange with the room, the heat of the reaction; the reaction itself.
    private void Forces(double[] temperature, double room, double[] forceT, double[] forceA)
    {
        var fromBelow = _bottomConductance * (room - temperature[0]);
        for (var i = 0; i < _cells; i++)
        {
            var fromAbove = i + 1 < _cells ? _up[i] * (temperature[i + 1] - temperature[i]) : _topConductance * (room - temperature[i]);
            forceT[i] = ((fromBelow + fromAbove) / _capacity[i]) + (_heatingK * _rate[i]);
            forceA[i] = _rate[i];
            fromBelow = -fromAbove;
        }
    }

    private void RoomSlope(double[] forceT, double change)
    {
        if (change == 0) return;
        forceT[0] += change * _bottomConductance / _capacity[0];
        forceT[_cells - 1] += change * _topConductance / _capacity[_cells - 1];
    }

    // The matrix of a stage with the cures eliminated, and its forward elimination (Thomas). False when the step is too long for it.
    private bool Factor(double gh)
    {
        for (var i = 0; i < _cells; i++)
        {
            double below = i > 0 ? _up[i - 1] : _bottomConductance, above = i + 1 < _cells ? _up[i] : _topConductance;
            var diagonal = 1 + (gh * (below + above) / _capacity[i]);
            if (_reacts[i])
            {
                var own = 1 - (gh * _rateByCure[i]);
                if (own < 0.2) return false;
                diagonal -= _heatingK * gh * _rateByK[i] / own;
            }

            if (i > 0)
            {
                var lower = -gh * _up[i - 1] / _capacity[i];
                _factor[i] = lower / _pivot[i - 1];
                diagonal -= _factor[i] * (-gh * _up[i - 1] / _capacity[i - 1]);
            }

            if (diagonal < 0.05) return false;
            _pivot[i] = diagonal;
        }

        return true;
    }

    // Solves a stage in place.
    private void Solve(double gh, double[] kT, double[] kA)
    {
        for (var i = 0; i < _cells; i++)
        {
            if (_reacts[i])
            {
                var own = 1 - (gh * _rateByCure[i]);
                kT[i] += _heatingK * kA[i] * ((1 / own) - 1);
            }

            if (i > 0) kT[i] -= _factor[i] * kT[i - 1];
        }

        for (var i = _cells - 1; i >= 0; i--)
        {
            if (i + 1 < _cells) kT[i] += gh * _up[i] / _capacity[i] * kT[i + 1];
            kT[i] /= _pivot[i];
            if (_reacts[i]) kA[i] = (kA[i] + (gh * _rateByK[i] * kT[i])) / (1 - (gh * _rateByCure[i]));
        }
    }
}
