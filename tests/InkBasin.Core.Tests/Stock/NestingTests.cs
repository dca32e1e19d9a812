using InkBasin.Core.Ground;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Stock;

/// <summary>Pieces on stock sheets, place by place, and where their names stand.</summary>
public class NestingTests
{
    // Room for 90 × 50.
    private static readonly SheetSize Stock = new(100, 60, 5);

    private static string Laid(SheetSize stock, params Blank[] pieces) => string.Join(
        " | ",
        Nesting.Lay(pieces, stock).Select(sheet => $"{sheet.Number}: " + string.Join(", ", sheet.Placements.Select(at => FormattableString.Invariant($"{at.Piece} {at.XMm},{at.YMm} {at.WidthMm}×{at.DepthMm}{(at.Turned ? " turned" : "")}")))));

    [Theory]
    [InlineData(90, 50, true)]
    [InlineData(50, 90, true)]
    [InlineData(90.1, 50, false)]
    [InlineData(90, 50.1, false)]
    [InlineData(50.1, 90, false)]
    [InlineData(50, 90.1, false)]
    [InlineData(60, 60, false)]
    [InlineData(50, 50, true)]
    public void A_piece_fits_straight_or_turned_with_the_gap_all_round(double widthMm, double depthMm, bool fits)
    {
        Assert.Equal(fits, Nesting.Fits(widthMm, depthMm, Stock));
        Assert.Equal(fits, Nesting.Fits(widthMm, depthMm, new SheetSize(60, 100, 5)));
    }

    [Theory]
    [InlineData(20, false)]
    [InlineData(20.1, true)]
    public void Gaps_that_leave_less_than_ten_millimetres_leave_nothing(double gapMm, bool refused)
    {
        foreach (var stock in (SheetSize[])[new(100, 50, gapMm), new(50, 100, gapMm)]) Assert.Equal(refused ? "stock.gapMm" : null, (Record.Exception(() => stock.Check("stock")) as RefusedException)?.Field);
    }

    [Fact]
    public void On_its_long_side_the_deepest_first_side_by_side_with_a_gap_between() =>
        Assert.Equal("1: b 5,5 40×30, c 50,5 40×30 turned, a 5,40 40×15", Laid(Stock, new("a", 40, 15), new("c", 30, 40), new("b", 40, 30)));

    [Fact]
    public void What_a_level_has_no_room_for_goes_under_it_and_what_the_sheet_has_none_for_on_the_next()
    {
        // The second level ends at the gap of the lower edge: 15 deep goes on it, 15.1 does not.
        Assert.Equal("1: a 5,5 90×30, b 5,40 90×15", Laid(Stock, new("a", 90, 30), new("b", 90, 15)));
        Assert.Equal("1: a 5,5 90×30 | 2: b 5,5 90×15.1", Laid(Stock, new("a", 90, 30), new("b", 90, 15.1)));

        // A level that is not full yet is filled up to the gap of the right edge, on the first sheet that has room.
        Assert.Equal("1: a 5,5 60×30, c 70,5 25×20 | 2: b 5,5 60×30", Laid(Stock, new("a", 60, 30), new("b", 60, 30), new("c", 25, 20)));
        Assert.Equal("1: a 5,5 60×30 | 2: b 5,5 60×30 | 3: c 5,5 26×20", Laid(Stock, new("a", 60, 30), new("b", 60, 30), new("c", 26, 20)));
    }

    [Fact]
    public void On_a_sheet_that_stands_upright_a_long_piece_stands_too()
    {
        var upright = new SheetSize(50, 100, 0);
        Assert.Equal("1: a 0,0 40×60", Laid(upright, new Blank("a", 40, 60)));
        Assert.Equal("1: a 0,0 40×60 turned", Laid(upright, new Blank("a", 60, 40)));
        Assert.Equal("1: a 0,0 50×40", Laid(upright, new Blank("a", 50, 40)));
        Assert.Equal("1: a 0,0 50×40 turned", Laid(upright, new Blank("a", 40, 50)));
    }

    [Fact]
    public void Pieces_as_deep_lie_by_their_names_and_more_than_two_thousand_are_refused()
    {
        Assert.Equal("1: a 5,5 20×10, b 30,5 20×10, c 55,5 20×10", Laid(Stock, new("c", 20, 10), new("a", 20, 10), new("b", 20, 10)));
        Nesting.CheckCount(2000);
        Assert.Contains("2000 pieces", Assert.Throws<RefusedException>(() => Nesting.CheckCount(2001)).Message, StringComparison.Ordinal);
        Assert.Throws<RefusedException>(() => Nesting.Lay([.. Enumerable.Repeat(new Blank("a", 1, 1), 2001)], Stock));
    }

    private static TemplatePath Box(double x0, double y0, double x1, double y1) => new(TemplateLine.Board, [new(x0, y0), new(x1, y0), new(x1, y1), new(x0, y1)]);

    [Fact]
    public void Words_stand_in_the_middle_of_what_is_empty()
    {
        var place = new EmptiestPlace();
        var outline = Box(0, 0, 100, 40);
        place.Avoid([outline]);
        place.Avoid(new PointMm(20, 20), 40, 40);

        // From 40 to 100 is empty, 40 high: a circle of 20 has its middle between 60 and 80.
        var at = place.Within([outline], "A", 10);
        Assert.InRange(at.XMm, 59, 81);
        Assert.InRange(at.YMm, 19, 21);
    }

    [Fact]
    public void A_box_of_other_words_is_kept_off_by_its_width_and_its_height()
    {
        var place = new EmptiestPlace();
        var outline = Box(0, 0, 60, 60);
        place.Avoid([outline]);
        place.Avoid(new PointMm(10, 30), 20, 60);
        place.Avoid(new PointMm(40, 10), 40, 20);

        // From 20 on, under 20: a square of 40.
        var at = place.Within([outline], "A", 10);
        Assert.InRange(at.DistanceMm(new PointMm(40, 40)), 0, 1.5);
    }

    [Fact]
    public void Long_words_stand_where_it_is_wide_and_a_letter_where_it_is_high()
    {
        // A tower 50 wide and 90 high at the left of a bar 300 long and 24 high.
        var outline = new TemplatePath(TemplateLine.Board, [new(0, 0), new(50, 0), new(50, 66), new(300, 66), new(300, 90), new(0, 90)]);
        var place = new EmptiestPlace();
        place.Avoid([outline]);
        Assert.InRange(place.Within([outline], "A", 10).XMm, 20, 32);

        // Ten letters 10 high are 50 wide: squeezed to a fifth the tower is 10 wide and the bar 60.
        Assert.Equal(50, EmptiestPlace.WidthMm("ABCDEFGHIJ", 10));
        Assert.Equal(5, EmptiestPlace.WidthMm("", 10));
        var wide = place.Within([outline], "ABCDEFGHIJ", 10);
        Assert.InRange(wide.XMm, 60, 270);
        Assert.InRange(wide.YMm, 76, 80);
    }

    [Fact]
    public void Where_no_line_is_near_it_is_the_middle_of_the_piece_without_its_holes()
    {
        var place = new EmptiestPlace();
        place.Avoid([Box(500, 500, 600, 600), new TemplatePath(TemplateLine.Board, [new(50, 20)])]);

        // 4000 mm² about 50 less 800 mm² about 70.
        var at = place.Within([Box(0, 0, 100, 40), Box(50, 10, 90, 30)], "Pier", 4);
        Assert.Equal(45, at.XMm, 6);
        Assert.Equal(20, at.YMm, 6);
    }
}
