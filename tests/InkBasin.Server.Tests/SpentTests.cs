using System.Net;

namespace InkBasin.Server.Tests;

/// <summary>A cup that is spread out at the bench is out of the bottles, though no water has it.</summary>
public class SpentTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    [Fact]
    public async Task A_cup_given_up_at_the_bench_is_out_of_the_bottles()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        async Task<double> LeftG() => (await client.Get("/api/stores/bottles")).AsArray().Sum(bottle => bottle!["bottle"]!["leftG"]!.GetValue<double>());
        var before = await LeftG();
        await maker.To(maker.View["state"]!["steps"]!.AsArray().First(step => step!["kind"]!.GetValue<string>() == "pour")!["id"]!.GetValue<string>());
        Assert.Equal(before, await LeftG());
        var (status, body) = await maker.Tell(new { kind = "givenUp", id = "g", at = maker.Now, cup = 1 });
        Assert.True(status == HttpStatusCode.OK, body.ToJsonString());
        if (maker.View["state"]!["endedAt"] is null) await maker.Tell(new { kind = "ended", id = "end", at = maker.Now, why = "A test" });
        Assert.NotNull(maker.View["state"]!["endedAt"]);
        var cup = maker.View["state"]!["cups"]![0]!;
        var spent = cup["oneG"]!.GetValue<double>() + cup["twoG"]!.GetValue<double>();
        Assert.True(spent > 1);
        Assert.Equal(before - spent, await LeftG(), 6);

        // Told again, it is not taken twice.
        await maker.Read();
        Assert.Equal(before - spent, await LeftG(), 6);
        Assert.Empty((await client.Get(maker.Build))["build"]!["begun"]!.AsArray());
    }
}
