using System.Text;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;
using InkBasin.Core;

namespace InkBasin.Formats.Tests;

public class BuildFileTests
{
    public static TheoryData<string> Demos => ["sallow-quay", "three-weirs-at-ondry", "the-drowned-pit"];

    private static byte[] Demo(string name) => File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "demo", $"{name}.build.json"));

    [Theory]
    [MemberData(nameof(Demos))]
    public void A_demo_build_reads_plans_and_writes_back_the_same(string name)
    {
        var document = BuildFile.Read(Demo(name));
        var again = BuildFile.Read(BuildFile.Write(document.Build, document.WrittenOn));
        Assert.Equal(
            Encoding.UTF8.GetString(BuildFile.Write(document.Build, document.WrittenOn)),
            Encoding.UTF8.GetString(BuildFile.Write(again.Build, again.WrittenOn)));
        var plan = Planner.Plan(document.Build, Stores.Examples);
        Assert.Equal(document.Build.Waters.Count, plan.Waters.Count);
        Assert.All(plan.Waters, water => Assert.NotEqual(Standing.Stop, water.Level.Standing));
        Assert.All(plan.Waters, water => Assert.NotEmpty(water.Layers.Is!.Layers));
    }

    [Fact]
    public void Sallow_quay_has_its_creek_over_two_edges_dammed_its_dock_and_its_pond()
    {
        var build = BuildFile.Read(Demo("sallow-quay")).Build;
        Assert.Equal((76, 620, 400), (build.Scale, build.Board.WidthMm, build.Board.DepthMm));
        Assert.Equal(["Creek", "Dock", "Garden pond"], build.Waters.Select(water => water.Name));
        var undammed = Planner.Plan(build with { Dams = [] }, Stores.Examples).Waters[0];
        Assert.Equal(2, undammed.Edges.Open.Count);
    }

    [Fact]
    public void The_weirs_hold_four_reaches_each_lower_than_the_last()
    {
        var build = BuildFile.Read(Demo("three-weirs-at-ondry")).Build;
        var levels = build.Waters.Select(water => water.WaterlineMm).ToList();
        Assert.Equal(4, levels.Count);
        Assert.Equal(levels.OrderDescending(), levels);
        var plan = Planner.Plan(build, Stores.Examples);
        Assert.All(plan.Waters, water => Assert.True(water.Level.FreeboardMm >= Freeboard.TightMm));
    }

    [Fact]
    public void The_pit_is_52_mm_of_hole_and_more_than_one_pour()
    {
        var build = BuildFile.Read(Demo("the-drowned-pit")).Build;
        var pit = Planner.Plan(build, Stores.Examples).Waters[0];
        Assert.InRange(pit.Level.MaxDepthMm, 45, 54);
        Assert.True(pit.Layers.Is!.Layers.Count > 1);
        Assert.Equal(pit.Layers.Is!.Layers.Count, build.Begun.Count);
    }

    [Fact]
    public void Dates_move_with_the_day_it_is_loaded()
    {
        var document = BuildFile.Read(Demo("sallow-quay"));
        var moved = BuildFile.MovedTo(document, document.WrittenOn.AddDays(10));
        Assert.Equal(document.Build.Waters[0].FirstPourAt!.Value.AddDays(10), moved.Waters[0].FirstPourAt);
        Assert.Null(moved.Waters[2].FirstPourAt);
        Assert.Equal(document.Build.WaterTests.Select(test => test.At.AddDays(10)), moved.WaterTests.Select(test => test.At));
        Assert.Equal(document.Build.Drying.PlasteredAt!.Value.AddDays(10), moved.Drying.PlasteredAt);
        Assert.Equal(document.Build.Drying.Weighings.Select(one => one.At.AddDays(10)), moved.Drying.Weighings.Select(one => one.At));
        Assert.Equal(document.Build.Answers.Select(answer => answer.At.AddDays(10)), moved.Answers.Select(answer => answer.At));
        var (pour, before) = (moved.Begun[0], document.Build.Begun[0]);
        Assert.Equal(before.At.AddDays(10), pour.At);
        Assert.Equal(before.Answers.Select(answer => answer.At.AddDays(10)), pour.Answers.Select(answer => answer.At));
    }

    [Theory]
    [InlineData("")]
    [InlineData("{\"format\":\"ink-basin-build\"")]
    [InlineData("{\"format\":\"other\",\"formatVersion\":1,\"writtenOn\":\"2027-03-01\",\"build\":null}")]
    public void A_damaged_file_is_refused_in_a_sentence(string text)
    {
        var refused = Assert.Throws<RefusedException>(() => BuildFile.Read(Encoding.UTF8.GetBytes(text)));
        Assert.Equal("file", refused.Field);
    }

    [Fact]
    public void A_file_of_the_first_version_opens_with_ids_for_its_dams_and_one_reading_a_moment()
    {
        var text = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "files", "version-1.build.json"));
        var old = BuildFile.Read(Encoding.UTF8.GetBytes(text)).Build;
        Assert.Equal(["dam-1", "dam-2"], old.Dams.Select(dam => dam.Id));
        Assert.Equal(BuildFile.Read(Demo("sallow-quay")).Build.Dams, old.Dams);

        // Two weighings of one moment, which today's version keeps apart by their moment: the later one stays.
        var first = System.Text.RegularExpressions.Regex.Match(text, "\"weighings\": \\[\\s*(\\{[^}]*\\})").Groups[1];
        var twice = text.Insert(first.Index + first.Length, $", {first.Value.Replace("\"massG\": ", "\"massG\": 9", StringComparison.Ordinal)}");
        var read = BuildFile.Read(Encoding.UTF8.GetBytes(twice)).Build;
        Assert.Equal(old.Drying.Weighings.Count, read.Drying.Weighings.Count);
        Assert.True(read.Drying.Weighings[0].MassG > 9000);

        var written = Encoding.UTF8.GetString(BuildFile.Write(old, new DateOnly(2027, 3, 1)));
        Assert.Contains("\"formatVersion\": 3", written, StringComparison.Ordinal);
        Assert.Throws<RefusedException>(() => BuildFile.Read(Encoding.UTF8.GetBytes(written.Replace("\"formatVersion\": 3", "\"formatVersion\": 4", StringComparison.Ordinal))));
    }

    [Fact]
    public void A_field_missing_deep_in_a_file_is_told_by_its_whole_path()
    {
        var text = Encoding.UTF8.GetString(Demo("sallow-quay"));
        var without = System.Text.RegularExpressions.Regex.Replace(text, ",\\s*\"mlPer100Ml\": [0-9.]+", "");
        Assert.Contains("build.waters[0].ink.mlPer100Ml", Assert.Throws<RefusedException>(() => BuildFile.Read(Encoding.UTF8.GetBytes(without))).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_key_given_twice_is_refused()
    {
        var text = Encoding.UTF8.GetString(Demo("sallow-quay")).Replace("\"scale\": 76", "\"scale\": 76, \"scale\": 35", StringComparison.Ordinal);
        Assert.Throws<RefusedException>(() => BuildFile.Read(Encoding.UTF8.GetBytes(text)));
    }

    [Fact]
    public void A_field_that_is_not_of_the_format_is_refused_and_not_dropped()
    {
        var text = Encoding.UTF8.GetString(Demo("sallow-quay")).Replace("\"scale\": 76", "\"scale\": 76, \"colour\": 3", StringComparison.Ordinal);
        Assert.Throws<RefusedException>(() => BuildFile.Read(Encoding.UTF8.GetBytes(text)));
    }
}
