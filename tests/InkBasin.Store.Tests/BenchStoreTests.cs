using System.Text.Json;
using InkBasin.Core;
using InkBasin.Core.Bench;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

/// <summary>Sessions as they are kept: what has happened is only added to, once, in one order, whoever writes beside.</summary>
public sealed class BenchStoreTests : IDisposable
{
    private static readonly BenchDevice Phone = new("phone", "Phone");
    private static readonly BenchDevice Tablet = new("tablet", "Tablet");

    private readonly KeptFile _file = new();

    public void Dispose() => _file.Dispose();

    private DateTimeOffset Now => _file.Time.GetUtcNow();

    private static BenchScript Script => new("Race, layer 1", "coating-epoxy", "Coating epoxy", null, [], [], true, 18, 28, null, [.. Enumerable.Range(1, 4).Select(number => new BenchStep($"lay-{number}", BenchStepKind.LayOut, 0, $"Lay out {number}", "On the bench."))]);

    private async Task<Guid> Build()
    {
        using var ask = _file.Ask();
        return (await ask.Builds.CreateAsync(Sample.Board())).Id;
    }

    private async Task<StoredSession> Open(Guid build, Rehearsal? rehearsal = null)
    {
        using var ask = _file.Ask();
        return await ask.Bench.OpenAsync(build, Script, Phone, rehearsal);
    }

    private async Task<bool> Add(Guid id, BenchEvent happened)
    {
        using var ask = _file.Ask();
        return await ask.Bench.AddAsync(id, happened);
    }

    private async Task<StoredSession> Get(Guid id)
    {
        using var ask = _file.Ask();
        return await ask.Bench.GetAsync(id);
    }

    private BenchNote Note(string id, DateTimeOffset? at = null) => new(id, at ?? Now, $"Note {id}.");

    [Fact]
    public async Task What_is_opened_is_read_as_it_was()
    {
        var opened = await Open(await Build());
        var read = await Get(opened.Id);
        Assert.Equal((opened.BuildId, Now, Phone, null, false, 0), (read.BuildId, read.OpenedAt, read.Holder, read.Rehearsal, read.Told, read.Revision));
        Assert.Equal(JsonSerializer.Serialize(Script), JsonSerializer.Serialize(read.Script));
        Assert.Equal(Now.AddHours(1), read.Now(Now.AddHours(1)));
        using var ask = _file.Ask();
        await Assert.ThrowsAsync<SessionNotFoundException>(() => ask.Bench.GetAsync(Guid.NewGuid()));
        await Assert.ThrowsAsync<SessionNotFoundException>(() => ask.Bench.HoldAsync(Guid.NewGuid(), Phone));
    }

    [Fact]
    public async Task What_happens_is_added_once_in_its_order()
    {
        var id = (await Open(await Build())).Id;
        Assert.True(await Add(id, new StepDone("a", Now, "lay-1")));
        Assert.True(await Add(id, Note("b")));
        Assert.False(await Add(id, Note("b")));

        // A second press on the same step.
        Assert.False(await Add(id, new StepDone("c", Now, "lay-1")));
        Assert.Equal(["a", "b"], (await Get(id)).Events.Select(one => one.Id));
        Assert.Equal(2, (await Get(id)).Revision);
        await Assert.ThrowsAsync<RefusedException>(() => Add(id, new StepDone("d", Now, "lay-3")));
        using var ask = _file.Ask();
        Assert.Equal([1, 2], await ask.Context.BenchEvents.Select(row => row.Number).ToListAsync());
    }

    // No clock but the server's counts: a device's that is ahead or behind cannot put anything into the future or before what was.
    [Fact]
    public async Task Its_time_lies_between_what_happened_last_and_now()
    {
        var opened = await Open(await Build());
        async Task<DateTimeOffset> At(string id, DateTimeOffset at)
        {
            await Add(opened.Id, Note(id, at));
            return (await Get(opened.Id)).Events[^1].At;
        }

        _file.Time.Advance(TimeSpan.FromMinutes(10));
        Assert.Equal(opened.OpenedAt, await At("a", opened.OpenedAt.AddSeconds(-1)));
        Assert.Equal(opened.OpenedAt.AddMinutes(4), await At("b", opened.OpenedAt.AddMinutes(4)));
        Assert.Equal(opened.OpenedAt.AddMinutes(4), await At("c", opened.OpenedAt.AddMinutes(3)));
        Assert.Equal(Now, await At("d", Now.AddSeconds(1)));

        // The server's was put back: nothing goes before what was.
        var last = Now;
        _file.Time.AdjustTime(Now.AddMinutes(-5));
        Assert.Equal(last, await At("e", last.AddHours(1)));
    }

    [Fact]
    public async Task What_ends_it_is_noted_once_beside_it()
    {
        var id = (await Open(await Build())).Id;
        async Task<(DateTime? Ended, int Version)> Head()
        {
            using var ask = _file.Ask();
            return await ask.Context.BenchSessions.Select(row => new ValueTuple<DateTime?, int>(row.EndedUtc, row.Version)).SingleAsync();
        }

        await Add(id, Note("a"));
        Assert.Equal((null, 0), await Head());
        _file.Time.Advance(TimeSpan.FromMinutes(10));
        var end = Now;
        await Add(id, new SessionEnded("b", end));
        Assert.Equal((end.UtcDateTime, 1), await Head());
        _file.Time.Advance(TimeSpan.FromMinutes(10));
        await Add(id, Note("c"));
        Assert.Equal((end.UtcDateTime, 1), await Head());
        Assert.Equal(end, (await Get(id)).State.EndedAt);
    }

    [Fact]
    public async Task Two_who_write_at_once_both_keep_what_they_wrote()
    {
        var id = (await Open(await Build())).Id;
        var number = 0;
        void Other() => Add(id, Note($"other-{++number}")).GetAwaiter().GetResult();
        var beside = new Meanwhile(7, Other);
        using (var ask = _file.Ask(beside)) Assert.True(await ask.Bench.AddAsync(id, Note("mine")));
        Assert.Equal(8, beside.Saves);
        Assert.Equal([.. Enumerable.Range(1, 7).Select(one => $"other-{one}"), "mine"], (await Get(id)).Events.Select(one => one.Id));

        // It is not tried for ever.
        var busy = new Meanwhile(8, Other);
        using (var ask = _file.Ask(busy)) await Assert.ThrowsAsync<DbUpdateException>(() => ask.Bench.AddAsync(id, Note("late")));
        Assert.Equal(8, busy.Saves);
        Assert.Equal(16, (await Get(id)).Events.Count);
    }

    [Fact]
    public async Task It_goes_from_hand_to_hand_and_nothing_of_it_is_lost_beside_another()
    {
        var id = (await Open(await Build())).Id;
        using (var ask = _file.Ask()) await ask.Bench.HoldAsync(id, Tablet);
        Assert.Equal((Tablet, 1), ((await Get(id)).Holder, (await Get(id)).Revision));
        void Tell()
        {
            using var other = _file.Ask();
            other.Bench.TellAsync(id).GetAwaiter().GetResult();
        }

        var beside = new Meanwhile(7, Tell);
        using (var ask = _file.Ask(beside)) await ask.Bench.HoldAsync(id, Phone);
        Assert.Equal(8, beside.Saves);
        Assert.Equal((Phone, true, 9), ((await Get(id)).Holder, (await Get(id)).Told, (await Get(id)).Version));
        var busy = new Meanwhile(8, Tell);
        using (var ask = _file.Ask(busy)) await Assert.ThrowsAsync<DbUpdateConcurrencyException>(() => ask.Bench.HoldAsync(id, Tablet));
        Assert.Equal((8, Phone), (busy.Saves, (await Get(id)).Holder));
    }

    [Theory]
    [InlineData("", "Phone", "device.id")]
    [InlineData(" ", "Phone", "device.id")]
    [InlineData("65", "Phone", "device.id")]
    [InlineData("phone", "", "device.name")]
    public async Task A_device_without_a_mark_or_a_name_is_refused(string id, string name, string field)
    {
        var (build, device) = (await Build(), new BenchDevice(id == "65" ? new string('d', 65) : id, name));
        using var ask = _file.Ask();
        Assert.Equal(field, (await Assert.ThrowsAsync<RefusedException>(() => ask.Bench.OpenAsync(build, Script, device, null))).Field);
        var opened = await ask.Bench.OpenAsync(build, Script, Phone with { Id = new string('d', 64) }, null);
        Assert.Equal(field, (await Assert.ThrowsAsync<RefusedException>(() => ask.Bench.HoldAsync(opened.Id, device))).Field);
        Assert.Single(await ask.Bench.OfBuildAsync(build));
    }

    [Fact]
    public async Task A_builds_sessions_come_the_last_opened_first_and_untold_are_those_that_are_meant()
    {
        var (build, other) = (await Build(), await Build());
        var first = await Open(build);
        _file.Time.Advance(TimeSpan.FromMinutes(1));
        var rehearsal = await Open(build, Rehearsal.Begin(1, Now, 60));
        _file.Time.Advance(TimeSpan.FromMinutes(1));
        await Add(first.Id, new SessionEnded("end", Now));
        var (last, elsewhere) = (await Open(build), await Open(other));
        using var ask = _file.Ask();
        Assert.Equal([last.Id, rehearsal.Id, first.Id], (await ask.Bench.OfBuildAsync(build)).Select(one => one.Id));
        await ask.Bench.TellAsync(first.Id);
        Assert.Equal([last.Id, elsewhere.Id], (await ask.Bench.UntoldAsync()).Select(one => one.Id).Order());
    }

    [Fact]
    public async Task Of_devices_that_open_at_the_same_moment_one_does_and_the_others_are_told()
    {
        var (build, other) = (await Build(), await Build());
        async Task<Guid?> Tried()
        {
            try
            {
                return (await Open(build)).Id;
            }
            catch (RefusedException refused)
            {
                Assert.Equal(("number", "“Race, layer 1” is still open at the bench: go on with it, or end it first."), (refused.Field, refused.Message));
                return null;
            }
        }

        var opened = (await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => Task.Run(Tried)))).OfType<Guid>().ToList();
        var one = Assert.Single(opened);
        using (var ask = _file.Ask()) Assert.Equal([one], (await ask.Bench.OfBuildAsync(build)).Select(session => session.Id));

        // A rehearsal and another build's are nothing to it; ended, it makes room.
        await Open(build, Rehearsal.Begin(1, Now, 60));
        await Open(other);
        Assert.Null(await Tried());
        await Add(one, new SessionEnded("end", Now));
        Assert.NotNull(await Tried());
    }

    [Fact]
    public async Task A_rehearsal_has_its_own_clock_and_one_that_is_meant_has_none()
    {
        var build = await Build();
        var (meant, rehearsed) = (await Open(build), await Open(build, Rehearsal.Begin(1, Now, 60)));
        using var ask = _file.Ask();
        await ask.Bench.RehearseAsync(rehearsed.Id, (rehearsal, session) =>
        {
            Assert.Equal(rehearsed.Id, session.Id);
            return rehearsal.GoOn(Now, 2);
        });
        Assert.Equal(Now.AddMinutes(20), (await Get(rehearsed.Id)).Now(Now.AddMinutes(10)));
        Assert.Equal(1, (await Get(rehearsed.Id)).Version);
        var refused = await Assert.ThrowsAsync<RefusedException>(() => ask.Bench.RehearseAsync(meant.Id, (rehearsal, _) => rehearsal));
        Assert.Equal(("rehearsal", RefusalKind.Impossible), (refused.Field, refused.Kind));

        // What happens in it happens by its clock.
        _file.Time.Advance(TimeSpan.FromMinutes(10));
        await Add(rehearsed.Id, Note("a", Now.AddHours(1)));
        Assert.Equal(Now.AddMinutes(10), (await Get(rehearsed.Id)).Events.Single().At);
    }

    [Fact]
    public async Task Old_rehearsals_are_cleared_away_when_another_begins_and_never_what_was_meant()
    {
        var build = await Build();
        var (meant, old) = (await Open(build), await Open(build, Rehearsal.Begin(1, Now, 60)));
        await Add(old.Id, Note("a"));
        _file.Time.Advance(TimeSpan.FromSeconds(1));
        var younger = await Open(build, Rehearsal.Begin(1, Now, 60));
        _file.Time.Advance(TimeSpan.FromDays(BenchStore.RehearsalsKeptDays));
        var plain = await Open(await Build());
        using var ask = _file.Ask();
        Assert.Equal(4, await ask.Context.BenchSessions.CountAsync());
        var fresh = await Open(build, Rehearsal.Begin(1, Now, 60));
        Assert.Equal(new[] { meant.Id, younger.Id, plain.Id, fresh.Id }.Order(), (await ask.Context.BenchSessions.Select(row => row.Id).ToListAsync()).Order());
        Assert.Empty(await ask.Context.BenchEvents.ToListAsync());
    }

    [Theory]
    [InlineData("UPDATE BenchSessions SET Script = 'no JSON' WHERE Id = {0}", "The script of this session cannot be read. It is kept as it is.")]
    [InlineData("UPDATE BenchSessions SET Rehearsal = '{{' WHERE Id = {0}", "This rehearsal cannot be read. It is kept as it is.")]
    [InlineData("UPDATE BenchEvents SET Event = '{{\"kind\":\"none\"}}' WHERE SessionId = {0}", "What happened in this session cannot be read. It is kept as it is.")]
    public async Task One_that_cannot_be_read_is_told_where_it_is_asked_for_and_hides_none(string damage, string told)
    {
        var build = await Build();
        var broken = await Open(build);
        await Add(broken.Id, Note("a"));
        using var ask = _file.Ask();
        Assert.Equal(1, await ask.Context.Database.ExecuteSqlRawAsync(damage, broken.Id));

        // Nor does it stand in the way of another, as nobody could end it.
        var whole = await Open(build);
        Assert.Equal(told, (await Assert.ThrowsAsync<StoredDataException>(() => ask.Bench.GetAsync(broken.Id))).Message);
        Assert.Equal(whole.Id, Assert.Single(await ask.Bench.OfBuildAsync(build)).Id);
        Assert.Equal(whole.Id, Assert.Single(await ask.Bench.UntoldAsync()).Id);
    }

    [Fact]
    public async Task A_device_that_left_no_name_is_another_device()
    {
        var id = (await Open(await Build())).Id;
        using var ask = _file.Ask();
        await ask.Context.BenchSessions.ExecuteUpdateAsync(set => set.SetProperty(row => row.HolderName, (string?)null));
        Assert.Equal("Another device", (await Get(id)).Holder!.Name);
        await ask.Context.BenchSessions.ExecuteUpdateAsync(set => set.SetProperty(row => row.Holder, (string?)null));
        Assert.Null((await Get(id)).Holder);
    }
}
