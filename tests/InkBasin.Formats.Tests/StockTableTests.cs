using System.Text;
using FsCheck.Xunit;
using InkBasin.Core;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Formats.Tests;

/// <summary>The cupboard as a table: written, read back, held against what is there.</summary>
public class StockTableTests
{
    private static readonly AtHand AtHand = new(
        ExampleSheets.All,
        [new Bottle("b", "coating-epoxy", Part.Two, 655.25, new(2027, 1, 2), new(2027, 2, 3)) { FullG = 1340, Price = 26.4 }, new Bottle("c", "casting-epoxy", Part.One, 0, null, null)],
        [
            new Good("t", GoodKind.Tint, "Umber; \"burnt\"", 14) { TintId = "umber", Full = 30, Price = 5.8, KeepsUntil = new(2028, 1, 1) },
            new Good("f", GoodKind.Foam, "=SUM(A1)", 4) { ThicknessMm = 20 },
            new Good("d", GoodKind.DamSheet, "Clear sheet", 3),
            new Good("u", GoodKind.Cup, "Tall cup", 12) { Shape = new Cup(66, 88, 110) },
        ],
        []);

    private static IReadOnlyList<StockLine> Read(string text) => StockTable.Read(Encoding.UTF8.GetBytes(text), AtHand, () => "fresh");

    private static string Refusal(string text) => Assert.Throws<RefusedException>(() => StockList.Changes(Read(text), AtHand)).Message;

    [Fact]
    public void A_round_trip_changes_nothing()
    {
        var lines = Read(StockTable.Write(AtHand));
        Assert.Equal(AtHand.Bottles, lines.Select(line => line.Bottle).OfType<Bottle>());
        Assert.Equal(AtHand.Goods, lines.Select(line => line.Good).OfType<Good>());
        Assert.All(StockList.Changes(lines, AtHand), change => Assert.Equal(StockChangeKind.Same, change.Kind));
    }

    [Fact]
    public void Its_heads_say_the_units_and_no_cell_is_a_formula()
    {
        var text = StockTable.Write(AtHand).Split("\r\n");
        Assert.Equal("id,what,name,product,part,tint,thickness (mm),left,full,unit,price,bought,opened,keeps until,cup base (mm),cup rim (mm),cup height (mm)", text[0]);
        Assert.Equal("b,resin,Coating epoxy (example),coating-epoxy,two,,,655.25,1340,g,26.4,2027-01-02,2027-02-03,,,,", text[1]);
        Assert.DoesNotContain(text, line => line.Contains(",=SUM", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("'", "'")]
    [InlineData("'=1", "=1")]
    [InlineData("'n", "'n")]
    [InlineData("'-", "-")]
    [InlineData("-'", "-'")]
    public void Only_the_quote_that_was_put_before_a_formula_is_taken_off(string cell, string name) =>
        Assert.Equal(name, Assert.Single(Read($"what,left,name\nglue,300,{cell}\n")).Good!.Name);

    [Fact]
    public void What_it_would_change_is_told_field_by_field_and_what_it_does_not_name_stays()
    {
        var changes = StockList.Changes(Read("what;left;name;id;price\ntint;12,5;Umber;t;6\nplaster;3000;Dental stone;;\n"), AtHand);
        Assert.Equal([StockChangeKind.Changed, StockChangeKind.New], changes.Select(change => change.Kind));
        Assert.Contains("left 14 → 12.5", changes[0].Fields);
        Assert.Contains("price 5.8 → 6", changes[0].Fields);
        Assert.Equal(3, changes[1].Line);
    }

    [Fact]
    public void A_column_the_list_does_not_have_stays_as_it_is_and_an_empty_cell_empties()
    {
        // Only levels, as somebody walks along the shelf with a sheet of paper.
        var lines = Read("id,what,left\nb,resin,600\nt,tint,13\nf,foam,2\nu,cup,9\n");
        Assert.Equal([AtHand.Bottles[0] with { LeftG = 600 }], lines.Select(line => line.Bottle).OfType<Bottle>());
        Assert.Equal([AtHand.Goods[0] with { Left = 13 }, AtHand.Goods[1] with { Left = 2 }, AtHand.Goods[3] with { Left = 9 }], lines.Select(line => line.Good).OfType<Good>());
        Assert.All(StockList.Changes(lines, AtHand), change => Assert.StartsWith("left ", Assert.Single(change.Fields), StringComparison.Ordinal));

        // The column is there and the cell is empty: nobody knows the price any more.
        Assert.Equal(AtHand.Goods[0] with { Price = null }, Read("id,what,left,price\nt,tint,14,\n").Single().Good);

        // Of another kind than it was: nothing is carried over from that.
        Assert.Equal(new Good("t", GoodKind.Glue, "Paste", 5), Read("id,what,left,name\nt,glue,5,Paste\n").Single().Good);
    }

    [Theory]
    [InlineData("", "empty")]
    [InlineData("name,amount\n", "has to name the columns")]
    [InlineData("what,left,left\nglue,1,2\n", "named twice")]
    [InlineData("what,left,name\nglue,,White\n", "Line 2: Say how much is left")]
    [InlineData("what,left,name\nglue,much,White\n", "Line 2: “much” is no number")]
    [InlineData("what,left,name\nglue,NaN,White\n", "Line 2")]
    [InlineData("what,left,name\nglue,1,White\nrope,2,Rope\n", "Line 3: “rope” is nothing the cupboard knows")]
    [InlineData("what,left,name,unit\nglue,1,White,g\n", "counted in ml")]
    [InlineData("what,left,name,opened\nglue,1,White,3/1/2027\n", "write it as 2027-03-01")]
    [InlineData("what,left,product\nresin,1,no-such\n", "no product sheet no-such")]
    [InlineData("what,left,product,part\nresin,1,coating-epoxy,three\n", "one or two")]
    [InlineData("what,left,name,full\nglue,9,White,8\n", "More is left in it")]
    [InlineData("what,left,name,cup base (mm)\ncup,9,Tall,66\n", "three sizes, or none")]
    [InlineData("what,left,name,cup base (mm),cup rim (mm),cup height (mm)\nglue,9,White,66,88,110\n", "Only a cup")]
    [InlineData("what,left,name,id\nglue,9,White,x\nglue,9,White,x\n", "Line 3: It names the same thing")]
    public void What_cannot_be_is_told_with_its_line(string text, string says) => Assert.Contains(says, Refusal(text), StringComparison.Ordinal);

    [Fact]
    public void What_is_no_text_is_refused() => Assert.Throws<RefusedException>(() => StockTable.Read(new byte[] { 0xff, 0xfe, 0x80, 0x00 }, AtHand, () => "x"));

    [Property(MaxTest = 300)]
    public bool A_damaged_list_is_refused_with_a_sentence_or_read(int seed)
    {
        var random = new Random(seed);
        var file = Encoding.UTF8.GetBytes(StockTable.Write(AtHand));
        for (var hit = 0; hit < random.Next(1, 12); hit++) file[random.Next(file.Length)] = (byte)random.Next(256);
        try
        {
            StockList.Changes(StockTable.Read(file.AsMemory(0, random.Next(file.Length)), AtHand, () => "fresh"), AtHand);
        }
        catch (RefusedException refused)
        {
            return refused.Message.Length > 10;
        }

        return true;
    }
}
