using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Extensions.Time.Testing;

namespace InkBasin.Server.Tests;

/// <summary>A maker at the bench of a small build with a creek, by the server's routes.</summary>
internal sealed class BenchMaker(HttpClient client, string build, FakeTimeProvider? time)
{
    private int _number;

    public string Build => build;

    public string Session { get; private set; } = "";

    public JsonNode View { get; private set; } = new JsonObject();

    public static object Device(string id = "desk", string name = "This desk") => new { id, name };

    /// <summary>A copy of Three Weirs, its first session's list answered.</summary>
    public static async Task<BenchMaker> At(HttpClient client, FakeTimeProvider? time)
    {
        var at = await client.Copy("Three Weirs at Ondry");
        return new BenchMaker(client, at, time);
    }

    public string? Step => View["state"]!["at"]!.GetValue<int>() is var at && View["state"]!["endedAt"] is null && at < View["state"]!["steps"]!.AsArray().Count ? View["state"]!["steps"]![at]!["id"]!.GetValue<string>() : null;

    public JsonNode StepNode => View["state"]!["steps"]![View["state"]!["at"]!.GetValue<int>()]!;

    /// <summary>Now, by the session's clock: in a rehearsal as it was last told.</summary>
    public DateTimeOffset Now => View["isRehearsal"]?.GetValue<bool>() == true ? View["now"]!.GetValue<DateTimeOffset>() : time?.GetUtcNow() ?? DateTimeOffset.UtcNow;

    /// <summary>What the bench lists, where these numbers are taken as one mix.</summary>
    public async Task<JsonArray> Ready(params int[] together) => (await client.Get($"{build}/bench?{string.Join('&', together.Select(number => $"together={number}"))}"))["ready"]!.AsArray();

    /// <summary>Answers every open question of the first session that can be poured.</summary>
    public async Task<int> Answer(params int[] together)
    {
        var ready = (await Ready(together)).First(one => one!["isNext"]!.GetValue<bool>())!;
        var edits = new List<object>();
        foreach (var list in ready["lists"]!.AsArray())
        {
            var waterId = list!["waterId"]!.GetValue<string>();
            foreach (var item in list["checks"]!.AsArray().Where(check => !check!["settled"]!.GetValue<bool>()).Select(check => check!["item"]!.GetValue<string>()))
                edits.Add(new { kind = "answerCheck", waterId, item, answer = new { waterId, item, overrides = true, reason = "A test", at = Now } });
        }

        if (edits.Count > 0) await client.Edit(build, new { kind = "together", label = "Answer", edits });
        return ready["number"]!.GetValue<int>();
    }

    public async Task<(HttpStatusCode Status, JsonNode Body)> TryOpen(int number, double? rehearseAt = null, string? title = null, params int[] together) =>
        await client.Post($"{build}/bench", new { number, device = Device(), rehearseAt, title, together });

    public async Task Open(double? rehearseAt = null, params int[] together)
    {
        var (status, view) = await TryOpen(rehearseAt is null ? await Answer(together) : 1, rehearseAt, together: together);
        Assert.True(status == HttpStatusCode.Created, $"{status}: {view.ToJsonString()}");
        (View, Session) = (view, view["id"]!.GetValue<string>());
    }

    public async Task<JsonNode> Read() => View = await client.Get($"/api/bench/{Session}");

    public async Task<(HttpStatusCode Status, JsonNode Body)> Tell(object @event, object? device = null)
    {
        var answer = await client.Post($"/api/bench/{Session}/events", new { device = device ?? Device(), events = new[] { @event } });
        if (answer.Status == HttpStatusCode.OK) View = answer.Body;
        return answer;
    }

    public object Done(double? value = null, bool knowingly = false) => new { kind = "done", id = $"e{++_number}", at = Now, stepId = Step, value, by = (string?)null, knowingly };

    /// <summary>Does the open step as planned, with the time it takes.</summary>
    public async Task Do()
    {
        if (StepNode["minutes"]?.GetValue<double>() is { } minutes)
        {
            time?.Advance(TimeSpan.FromMinutes(minutes));
            await Read();
        }

        var (status, body) = await Tell(Done(StepNode["targetG"]?.GetValue<double>(), knowingly: time is null));
        Assert.True(status == HttpStatusCode.OK, $"{status}: {body.ToJsonString()}");
    }

    public async Task To(string stepId)
    {
        while (Step is { } step && step != stepId) await Do();
        Assert.Equal(stepId, Step);
    }

    public async Task ToEnd()
    {
        while (Step is not null) await Do();
    }
}
