using InkBasin.Core.Builds;
using InkBasin.Core.Ground;

namespace InkBasin.Store.Tests;

/// <summary>Builds that are not read twice, and what is let go when they are many.</summary>
public class ReadBuildsTests
{
    private const int Ordinary = 14_000;

    private readonly ReadBuilds _read = new();

    private static Build Named(string name) => new() { Name = name, Scale = 76, Board = new Board(300, 200, 2), Recipe = [] };

    private List<(Guid Id, Build Build)> Kept(int count, int characters)
    {
        List<(Guid Id, Build Build)> kept = [.. Enumerable.Range(0, count).Select(number => (Guid.NewGuid(), Named($"Build {number}")))];
        foreach (var (id, build) in kept) _read.Keep(id, 1, build, characters);
        return kept;
    }

    [Fact]
    public void A_look_over_a_whole_shelf_pushes_none_of_it_out() =>
        Assert.All(Kept(300, Ordinary), one => Assert.Same(one.Build, _read.Find(one.Id, 1)));

    [Fact]
    public void Of_too_many_those_not_asked_for_longest_are_let_go()
    {
        var many = Kept((ReadBuilds.MostCharacters / Ordinary) + 1, Ordinary);
        Assert.Null(_read.Find(many[0].Id, 1));
        Assert.NotNull(_read.Find(many[1].Id, 1));

        // It was asked for just now: the next one goes.
        Kept(1, Ordinary);
        Assert.NotNull(_read.Find(many[1].Id, 1));
        Assert.Null(_read.Find(many[2].Id, 1));
    }

    [Fact]
    public void However_large_they_are_some_are_kept()
    {
        var large = Kept(ReadBuilds.FewestKept + 1, ReadBuilds.MostCharacters);
        Assert.Null(_read.Find(large[0].Id, 1));
        Assert.All(large.Skip(1), one => Assert.NotNull(_read.Find(one.Id, 1)));
    }

    [Fact]
    public void Of_one_build_the_newest_version_is_kept_and_room_is_taken_once()
    {
        var first = Kept(1, Ordinary)[0];
        for (var version = 2; version <= 2000; version++) _read.Keep(first.Id, version, Named($"Version {version}"), Ordinary);
        Assert.Equal("Version 2000", _read.Find(first.Id, 2000)!.Name);
        Assert.Null(_read.Find(first.Id, 1999));

        // Read late by someone who began earlier.
        _read.Keep(first.Id, 1999, Named("Late"), Ordinary);
        Assert.Equal("Version 2000", _read.Find(first.Id, 2000)!.Name);
        Assert.All(Kept(300, Ordinary), one => Assert.NotNull(_read.Find(one.Id, 1)));
        Assert.NotNull(_read.Find(first.Id, 2000));
    }
}
