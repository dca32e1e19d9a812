namespace InkBasin.Core.Resin;

/// <content>What is told of a column while time goes on.</content>
public sealed partial class CureColumn
{
    /// <summary>What is looked at while time goes on.</summary>
    private sealed class CureWatch(CureColumn column, double hours)
    {
        private readonly CurePoint[] _series = new CurePoint[SeriesPoints + 1];
        private int _seen;
        private CurePoint _last;
        private double _peakAtH;
        private int _peakCell = column._freshFrom;
        private readonly double _startK = column._temperature[0];
        private readonly double[] _startCure = [.. column._cure];
        private readonly Viscosity? _viscosity = column._problem.SurfaceMPaS is { } mPaS ? new Viscosity(mPaS, column._problem.Resin.ReferenceC) : null;
        private readonly List<(double AtH, double Flow, double Fluidity)> _surface = new(column._problem.SurfaceMPaS is null ? 0 : 2048);
        private (double AtS, double Cure, double K) _top = (0, 0, column._temperature[^1]);
        private bool _topGelled;
        private double _flux;
        private double _givenOff;
        private double? _gelH;
        private double? _tackFreeH;
        private double? _stripH;

        public double PeakC { get; private set; } = double.NegativeInfinity;

        public double FoamFacePeakC { get; private set; } = double.NegativeInfinity;

        public void See(double seconds)
        {
            var at = seconds / 3600;
            double hottest = double.NegativeInfinity, least = 1;
            var hottestCell = 0;
            for (var i = 0; i < column._cells; i++)
            {
                if (!column._reacts[i]) continue;
                if (column._temperature[i] > hottest) (hottest, hottestCell) = (column._temperature[i], i);
                if (i >= column._freshFrom && column._cure[i] < least) least = column._cure[i];
            }

            var now = new CurePoint(at, hottest - Temperature.ZeroCInK, least);
            if (now.MaxC > PeakC) (PeakC, _peakAtH, _peakCell) = (now.MaxC, at, hottestCell);
            if (column._foamTop >= 0) FoamFacePeakC = Math.Max(FoamFacePeakC, FaceC(column._foamTop));
            _gelH ??= Crossed(now, CureKinetics.GelCure);
            _tackFreeH ??= Crossed(now, TackFreeCure);
            _stripH ??= Crossed(now, column._problem.StripCure);
            while (_seen <= SeriesPoints && _seen * hours / SeriesPoints <= at + 1e-9)
            {
                var wanted = _seen * hours / SeriesPoints;
                var share = at > _last.AtH ? (wanted - _last.AtH) / (at - _last.AtH) : 1;
                _series[_seen++] = new CurePoint(wanted, _last.MaxC + (share * (now.MaxC - _last.MaxC)), _last.MinCure + (share * (now.MinCure - _last.MinCure)));
            }

            SeeTop(seconds);
            var flux = column.FluxToRoom(at);
            _givenOff += (at - _last.AtH) * 3600 * (flux + _flux) / 2;
            _flux = flux;
            _last = now;
        }

        /// <summary>What goes to the room jumps here: it is reckoned on from the new value.</summary>
        public void FluxChanges(double seconds) => _flux = column.FluxToRoom(seconds / 3600);

        public CureRun Result(int steps)
        {
            double above = 0, stored = 0, released = 0;
            for (var i = _peakCell + 1; i < column._cells; i++) above += column._thicknessMm[i];
            for (var i = 0; i < column._cells; i++)
            {
                stored += column._capacity[i] * (column._temperature[i] - _startK);
                if (column._reacts[i]) released += column._capacity[i] * column._heatingK * (column._cure[i] - _startCure[i]);
            }

            return new CureRun(
                PeakC,
                _peakAtH,
                above + (column._thicknessMm[_peakCell] / 2),
                column._foamTop >= 0 ? FoamFacePeakC : null,
                _gelH,
                _tackFreeH,
                _stripH,
                _last.MinCure,
                _series[.._seen],
                released,
                stored,
                _givenOff,
                steps)
            {
                Surface = _topGelled ? new SettingSurface([.. _surface.Select(one => one.AtH)], [.. _surface.Select(one => one.Flow)], [.. _surface.Select(one => one.Fluidity)]) : null,
            };
        }

        // The top cell's flow, in small pieces between two steps: near the gel point it ends within one of them.
        private void SeeTop(double seconds)
        {
            if (_viscosity is not { } viscosity || _topGelled) return;
            double cure = column._cure[^1], kelvin = column._temperature[^1];
            if (_surface.Count == 0) _surface.Add((0, 0, viscosity.Fluidity(cure, kelvin)));
            for (var piece = 1; piece <= TopPieces && !_topGelled && seconds > _top.AtS; piece++)
            {
                var share = (double)piece / TopPieces;
                double at = _top.AtS + ((seconds - _top.AtS) * share), now = _top.Cure + ((cure - _top.Cure) * share);
                _topGelled = now >= CureKinetics.GelCure;
                if (_topGelled && cure > _top.Cure) at = _top.AtS + ((seconds - _top.AtS) * (CureKinetics.GelCure - _top.Cure) / (cure - _top.Cure));
                var fluidity = _topGelled ? 0 : viscosity.Fluidity(now, _top.K + ((kelvin - _top.K) * share));
                var last = _surface[^1];
                _surface.Add((at / 3600, last.Flow + ((at - (last.AtH * 3600)) * (last.Fluidity + fluidity) / 2), fluidity));
            }

            _top = (seconds, cure, kelvin);
        }

        private double? Crossed(CurePoint now, double cure)
        {
            if (now.MinCure < cure) return null;
            if (_last.MinCure >= cure || now.AtH <= _last.AtH) return now.AtH;
            return _last.AtH + ((now.AtH - _last.AtH) * (cure - _last.MinCure) / (now.MinCure - _last.MinCure));
        }

        // The face between two cells, where the same heat flows on both sides.
        private double FaceC(int below)
        {
            double g1 = 1 / column.Resistance(below), g2 = below + 1 < column._cells ? 1 / column.Resistance(below + 1) : 0;
            var t2 = below + 1 < column._cells ? column._temperature[below + 1] : 0;
            return (((g1 * column._temperature[below]) + (g2 * t2)) / (g1 + g2)) - Temperature.ZeroCInK;
        }
    }
}
