using System.Text.Json.Nodes;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Log;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

/// <summary>Builds as they are kept: versions, undo, what another window did meanwhile, what cannot be read.</summary>
public sealed class BuildStoreTests : IDisposable
{
    private readonly KeptFile _file = new();

    public void Dispose() => _file.Dispose();

    private static SetFields Scale(double scale) => new(null, null, new JsonObject { ["scale"] = scale });

    private static WriteLog Note(string id) => new(new LogEntry { Id = id, At = new DateTimeOffset(2027, 5, 13, 20, 0, 0, TimeSpan.Zero), Text = "Seen." });

    private async Task<StoredBuild> Create(Build? build = null)
    {
        using var ask = _file.Ask();
        return await ask.Builds.CreateAsync(build ?? Sample.Board());
    }

    private async Task<StoredBuild> Edit(Guid id, int version, BuildEdit edit, string? mark = null)
    {
        using var ask = _file.Ask();
        return await ask.Builds.EditAsync(id, version, edit, mark);
    }

    private async Task<StoredBuild> Get(Guid id)
    {
        using var ask = _file.Ask();
        return await ask.Builds.GetAsync(id);
    }

    private void Sql(string sql)
    {
        using var ask = _file.Ask();
        Assert.Equal(1, ask.Context.Database.ExecuteSqlRaw(sql.Replace("{", "{{", StringComparison.Ordinal).Replace("}", "}}", StringComparison.Ordinal)));
        _file.Forget();
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task Edits_are_kept_taken_back_and_made_again(bool newStart)
    {
        async Task<double> Kept(Guid id)
        {
            if (newStart) _file.Forget();
            return (await Get(id)).Build.Scale;
        }

        var made = await Create();
        Assert.Equal((1, null, null), (made.Version, made.UndoLabel, made.RedoLabel));
        Assert.Equal(_file.Time.GetUtcNow(), made.ChangedAt);
        _file.Time.Advance(TimeSpan.FromMinutes(3));
        var edited = await Edit(made.Id, 1, Scale(87));
        Assert.Equal(_file.Time.GetUtcNow(), edited.ChangedAt);
        Assert.Equal(2, edited.Version);
        Assert.NotNull(edited.UndoLabel);
        Assert.Null(edited.RedoLabel);
        Assert.Equal(87, await Kept(made.Id));
        using (var ask = _file.Ask())
        {
            var undone = await ask.Builds.UndoAsync(made.Id, 2);
            Assert.Equal((3, null, edited.UndoLabel, 76), (undone.Version, undone.UndoLabel, undone.RedoLabel, undone.Build.Scale));
            Assert.Equal(new UndoList(3, null, edited.UndoLabel), await ask.Builds.UndoListAsync(made.Id));
            Assert.Equal("There is nothing to undo.", (await Assert.ThrowsAsync<RefusedException>(() => ask.Builds.UndoAsync(made.Id, 3))).Message);
        }

        Assert.Equal(76, await Kept(made.Id));
        using (var ask = _file.Ask())
        {
            var redone = await ask.Builds.RedoAsync(made.Id, 3);
            Assert.Equal((4, edited.UndoLabel, null, 87), (redone.Version, redone.UndoLabel, redone.RedoLabel, redone.Build.Scale));
            Assert.Equal("There is nothing to redo.", (await Assert.ThrowsAsync<RefusedException>(() => ask.Builds.RedoAsync(made.Id, 4))).Message);
        }

        Assert.Equal(87, await Kept(made.Id));

        // What is edited after an undo makes what was undone go.
        using (var ask = _file.Ask()) await ask.Builds.UndoAsync(made.Id, 4);
        Assert.Null((await Edit(made.Id, 5, Scale(100))).RedoLabel);
        using (var ask = _file.Ask()) Assert.Single(await ask.Context.Edits.ToListAsync());
    }

    [Fact]
    public async Task One_request_may_make_several_edits()
    {
        var made = await Create();
        using var ask = _file.Ask();
        for (var version = 1; version < 4; version++) await ask.Builds.EditAsync(made.Id, version, Scale(80 + version));
        await ask.Builds.UndoAsync(made.Id, 4);
        Assert.Equal(82, (await Get(made.Id)).Build.Scale);
    }

    [Fact]
    public async Task Of_501_edits_500_are_taken_back_and_no_more_are_kept()
    {
        var made = await Create();
        using var ask = _file.Ask();
        for (var version = 1; version <= BuildStore.UndoDepth + 1; version++) await ask.Builds.EditAsync(made.Id, version, Scale(50 + version));
        Assert.Equal(500, await ask.Context.Edits.CountAsync());
        for (var undone = 0; undone < 500; undone++) await ask.Builds.UndoAsync(made.Id, 502 + undone);
        await Assert.ThrowsAsync<RefusedException>(() => ask.Builds.UndoAsync(made.Id, 1002));
        Assert.Equal(51, (await Get(made.Id)).Build.Scale);

        // None of them goes because another is made: what was undone goes, and the list begins anew.
        await ask.Builds.RedoAsync(made.Id, 1002);
        await ask.Builds.EditAsync(made.Id, 1003, Scale(40));
        Assert.Equal(2, await ask.Context.Edits.CountAsync());
    }

    [Fact]
    public async Task What_has_been_stands_undo_passes_it_over_and_redo_stays()
    {
        var made = await Create();
        await Edit(made.Id, 1, Scale(87));
        using (var ask = _file.Ask()) await ask.Builds.UndoAsync(made.Id, 2);
        var noted = await Edit(made.Id, 3, Note("n"));
        Assert.Equal((4, null), (noted.Version, noted.UndoLabel));
        Assert.NotNull(noted.RedoLabel);
        using var again = _file.Ask();
        var redone = await again.Builds.RedoAsync(made.Id, 4);
        Assert.Equal((87, 1), (redone.Build.Scale, redone.Build.Log.Count));
    }

    [Fact]
    public async Task What_only_undo_may_do_is_not_taken_from_anybody()
    {
        var made = await Create();
        using var ask = _file.Ask();
        foreach (var edit in new BuildEdit[] { new Restore("waters", []), new Together("Both", [Scale(87), new Restore("waters", [])]) })
        {
            var refused = await Assert.ThrowsAsync<RefusedException>(() => ask.Builds.EditAsync(made.Id, 1, edit));
            Assert.Equal(("edit", RefusalKind.Impossible), (refused.Field, refused.Kind));
        }

        Assert.Equal(1, (await Get(made.Id)).Version);
    }

    [Fact]
    public async Task Whoever_was_behind_writes_nothing_and_is_told_what_was_done()
    {
        var made = await Create();
        var first = await Edit(made.Id, 1, Scale(87));
        var second = await Edit(made.Id, 2, new SetFields(null, null, new JsonObject { ["name"] = "Tail race" }));
        var told = await Assert.ThrowsAsync<BuildChangedException>(() => Edit(made.Id, 1, Scale(35)));
        Assert.Equal(3, told.Current);
        Assert.Equal([(2, first.UndoLabel!), (3, second.UndoLabel!)], told.Changes.Select(one => (one.Version, one.Label)));
        Assert.All(told.Changes, one => Assert.Equal((_file.Time.GetUtcNow(), TimeSpan.Zero), (one.MadeAt, one.MadeAt.Offset)));
        Assert.Equal((3, 87, "Tail race"), ((await Get(made.Id)).Version, (await Get(made.Id)).Build.Scale, (await Get(made.Id)).Build.Name));
        using var ask = _file.Ask();
        Assert.Equal("Tail race", Assert.Single(await ask.Builds.ListAsync(binned: false)).Name);
        Assert.Equal(["Begin", first.UndoLabel!, second.UndoLabel!], await ask.Context.Changes.OrderBy(row => row.Version).Select(row => row.Label).ToListAsync());
    }

    [Fact]
    public async Task Another_that_writes_between_reading_and_writing_is_seen()
    {
        var made = await Create();
        var between = new Meanwhile(1, () => Edit(made.Id, 1, Scale(87)).GetAwaiter().GetResult());
        using var ask = _file.Ask(between);
        var told = await Assert.ThrowsAsync<BuildChangedException>(() => ask.Builds.EditAsync(made.Id, 1, Scale(35)));
        Assert.Equal((2, 1), (told.Current, between.Saves));
        Assert.Equal(87, (await Get(made.Id)).Build.Scale);
        Assert.Equal(36, (await ask.Builds.EditAsync(made.Id, 2, Scale(36))).Build.Scale);
    }

    [Fact]
    public async Task Sent_again_with_its_mark_it_is_made_once()
    {
        var (made, mark) = (await Create(), new string('m', 64));
        await Edit(made.Id, 1, Scale(87), mark);
        var again = await Edit(made.Id, 1, Scale(87), mark);
        Assert.Equal((2, 87), (again.Version, again.Build.Scale));
        Assert.Equal("mark", (await Assert.ThrowsAsync<RefusedException>(() => Edit(made.Id, 2, Scale(35), mark + "m"))).Field);
        await Assert.ThrowsAsync<BuildChangedException>(() => Edit(made.Id, 1, Scale(87), "another"));
        await Assert.ThrowsAsync<BuildChangedException>(() => Edit(made.Id, 1, Scale(87)));

        // A mark is one build's own.
        var other = await Create();
        await Edit(other.Id, 1, Scale(35));
        await Assert.ThrowsAsync<BuildChangedException>(() => Edit(other.Id, 1, Scale(87), mark));
    }

    [Fact]
    public async Task What_does_not_stand_the_proof_is_not_written()
    {
        var made = await Create();
        using var ask = _file.Ask();
        await Assert.ThrowsAsync<RefusedException>(() => ask.Builds.EditAsync(made.Id, 1, Scale(87), prove: (before, after) =>
        {
            Assert.Equal((76, 87), (before.Scale, after.Scale));
            throw new RefusedException("scale", "Not so.");
        }));
        Assert.Equal((1, 76), ((await Get(made.Id)).Version, (await Get(made.Id)).Build.Scale));
        var proved = 0;
        await ask.Builds.EditAsync(made.Id, 1, Scale(87), prove: (_, _) => Task.FromResult(++proved));
        Assert.Equal((1, 87), (proved, (await Get(made.Id)).Build.Scale));
    }

    [Fact]
    public async Task In_the_bin_it_is_not_changed_and_keeps_the_hour_it_was_put_there()
    {
        var made = await Create();
        await Create(Sample.Board("Other"));
        var at = _file.Time.GetUtcNow();
        using var ask = _file.Ask();
        Assert.Equal(at, (await ask.Builds.BinAsync(made.Id, true)).BinnedAt);
        _file.Time.Advance(TimeSpan.FromHours(1));
        Assert.Equal(at, (await ask.Builds.BinAsync(made.Id, true)).BinnedAt);
        Assert.Equal(at, (await Get(made.Id)).BinnedAt);
        await Assert.ThrowsAsync<BuildNotFoundException>(() => Edit(made.Id, 1, Scale(87)));
        Assert.Equal("Other", Assert.Single(await ask.Builds.ListAsync(binned: false)).Name);
        Assert.Equal("Mill race", Assert.Single(await ask.Builds.ListAsync(binned: true)).Name);
        Assert.Null((await ask.Builds.BinAsync(made.Id, false)).BinnedAt);
        Assert.Equal(2, (await Edit(made.Id, 1, Scale(87))).Version);
    }

    [Fact]
    public async Task The_shelf_has_the_latest_change_first_and_of_one_moment_by_name()
    {
        foreach (var name in new[] { "B", "A", "C" }) await Create(Sample.Board(name));
        _file.Time.Advance(TimeSpan.FromSeconds(1));
        await Create(Sample.Board("D"));
        using var ask = _file.Ask();
        Assert.Equal(["D", "A", "B", "C"], (await ask.Builds.ListAsync(binned: false)).Select(one => one.Name));
    }

    [Fact]
    public async Task One_that_is_not_there_is_told()
    {
        using var ask = _file.Ask();
        var none = Guid.NewGuid();
        await Assert.ThrowsAsync<BuildNotFoundException>(() => ask.Builds.GetAsync(none));
        await Assert.ThrowsAsync<BuildNotFoundException>(() => ask.Builds.CopyAsync(none));
        await Assert.ThrowsAsync<BuildNotFoundException>(() => ask.Builds.BinAsync(none, true));
        await Assert.ThrowsAsync<BuildNotFoundException>(() => ask.Builds.UndoAsync(none, 1));
        await Assert.ThrowsAsync<BuildNotFoundException>(() => ask.Builds.UndoListAsync(none));
    }

    [Fact]
    public async Task Its_own_id_is_kept_where_nothing_bears_it()
    {
        using var ask = _file.Ask();
        var wanted = Guid.NewGuid();
        Assert.Equal(wanted, (await ask.Builds.CreateAsync(Sample.Board(), wanted)).Id);
        Assert.NotEqual(wanted, (await ask.Builds.CreateAsync(Sample.Board(), wanted)).Id);
        Assert.NotEqual(Guid.Empty, (await ask.Builds.CreateAsync(Sample.Board(), Guid.Empty)).Id);
        Assert.Equal(3, (await ask.Builds.ListAsync(binned: false)).Count);
    }

    [Fact]
    public async Task A_copy_has_its_own_undo_and_what_it_was_copied_from_stays()
    {
        var made = await Create();
        await Edit(made.Id, 1, Scale(87));
        using var ask = _file.Ask();
        var copy = await ask.Builds.CopyAsync(made.Id);
        Assert.Equal(("Mill race copy", 87, 1, null), (copy.Build.Name, copy.Build.Scale, copy.Version, copy.UndoLabel));
        await Edit(copy.Id, 1, Scale(35));
        Assert.Equal(("Mill race", 87), ((await Get(made.Id)).Build.Name, (await Get(made.Id)).Build.Scale));
    }

    // A name has at most 80 letters; half of a letter that takes two places is none.
    [Theory]
    [InlineData(74, "")]
    [InlineData(75, "")]
    [InlineData(80, "")]
    [InlineData(73, "🌊 and on")]
    [InlineData(72, "🌊 and on")]
    public async Task A_copy_of_a_long_name_can_be_kept_and_parts_no_letter(int letters, string end)
    {
        var name = new string('n', letters) + end;
        var copy = BuildStore.CopyName(name);
        Assert.Equal(new string('n', Math.Min(letters, 74)) + (letters == 72 ? "🌊" : "") + " copy", copy);
        Assert.Equal(copy, (await Create(Sample.Board(copy))).Build.Name);
    }

    [Fact]
    public async Task A_record_that_cannot_be_read_stands_on_the_shelf_is_logged_and_kept()
    {
        var (made, whole) = (await Create(), await Create(Sample.Board("Whole")));
        await Edit(made.Id, 1, Scale(87));
        Sql("UPDATE Builds SET Document = '{\"version\":2,\"build\":{\"name\":7}}' WHERE Name = 'Mill race'");
        using var ask = _file.Ask();
        var shelf = await ask.Builds.ListAsync(binned: false);
        Assert.Equal(["Mill race", "Whole"], shelf.Select(one => one.Name).Order());
        Assert.Null(shelf.Single(one => one.Id == made.Id).Build);
        Assert.NotNull(shelf.Single(one => one.Id == whole.Id).Build);
        Assert.Equal($"Build {made.Id} cannot be read from the data file", Assert.Single(_file.Told.Sentences));
        Assert.Equal(new UndoList(2, null, null), await ask.Builds.UndoListAsync(made.Id));
        Assert.Equal(2, _file.Told.Sentences.Count);
        Assert.Equal("The record of this build cannot be read. It is kept as it is.", (await Assert.ThrowsAsync<StoredDataException>(() => ask.Builds.GetAsync(made.Id))).Message);
        await Assert.ThrowsAsync<StoredDataException>(() => Edit(made.Id, 2, Scale(35)));
        Assert.Contains("\"name\":7", await ask.Context.Builds.Where(row => row.Id == made.Id).Select(row => row.Document).SingleAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_undo_that_cannot_be_read_is_told_and_changes_nothing()
    {
        var made = await Create();
        await Edit(made.Id, 1, Scale(87));
        Sql("UPDATE Edits SET Inverse = '{\"version\":2,\"edit\":{\"kind\":\"none\"}}'");
        using var ask = _file.Ask();
        Assert.Equal("The record of what was done last cannot be read. It is kept as it is.", (await Assert.ThrowsAsync<StoredDataException>(() => ask.Builds.UndoAsync(made.Id, 2))).Message);
        Assert.Equal((2, 87), ((await Get(made.Id)).Version, (await Get(made.Id)).Build.Scale));
    }

    // Written before documents had versions: the build itself was the document, and a dam had no id.
    [Fact]
    public async Task What_was_written_before_versions_were_is_brought_up_to_date_as_it_is_read()
    {
        var made = await Create(Sample.Board() with { Dams = [new(BoardSide.Left, 0, 100, 25) { Id = "mine" }] });
        using (var ask = _file.Ask())
        {
            var row = await ask.Context.Builds.SingleAsync();
            var build = JsonNode.Parse(row.Document)!["build"]!;
            build["dams"]![0]!.AsObject().Remove("id");
            row.Document = build.ToJsonString();
            await ask.Context.SaveChangesAsync();
        }

        _file.Forget();
        Assert.Equal(("Mill race", "dam-1"), ((await Get(made.Id)).Build.Name, (await Get(made.Id)).Build.Dams.Single().Id));
    }

    [Fact]
    public async Task Heights_nobody_has_are_refused_before_they_are_kept()
    {
        var grid = new HeightGrid(2, 2, 50, [1, 2, 3, 4]);
        Build With(string id) => Sample.Board() with { Recipe = [new ExistingGround { Id = "in", Name = "Brought in", GridId = id, LeftMm = 0, BackMm = 0, WidthMm = 100, LowestMm = 5 }] };
        using var ask = _file.Ask();
        var none = await Assert.ThrowsAsync<RefusedException>(() => ask.Builds.CreateAsync(With("none")));
        Assert.Equal(("build", RefusalKind.Impossible), (none.Field, none.Kind));
        var id = await ask.Attachments.KeepAsync(grid);
        var made = await ask.Builds.CreateAsync(With(id));
        Assert.Equal("build", (await Assert.ThrowsAsync<RefusedException>(() => Edit(made.Id, 1, new SetFields("recipe", "in", new JsonObject { ["gridId"] = "none" })))).Field);

        // What it names already is not asked for again: it can be worked on.
        await ask.Context.Attachments.ExecuteDeleteAsync();
        Assert.Equal(2, (await Edit(made.Id, 1, Scale(87))).Version);
    }
}
