using System.Diagnostics;
using System.Net;

namespace InkBasin.Server.Tests;

/// <summary>Whether a build opens everywhere: what always answers does, and what may be refused is refused in its own place. The longest answer let pass is taken from INKBASIN_SECONDS.</summary>
internal static class Opened
{
    // What runs away runs for minutes; how quick an answer is, is no matter of a test on a loaded machine. INKBASIN_SECONDS asks for less.
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(Mutations.Tried("INKBASIN_SECONDS", 180));

    // These always answer; what more is asked of a build may be refused in its own place, with its reason.
    private static readonly string[] Always = ["/file", "/ground", "/joints", "/drying", "/undo-list", "/log", "/lessons", "/bench"];
    private static readonly string[] Asked = ["/making", "/dam-panels", "/hollows", "/running", "/ground.stl", "/templates/1.svg", "/templates/1.dxf", "/dams/1.svg", "/dams.pdf", "/papers/cups.pdf", "/papers/pours.pdf?paper=letter", "/papers/before.pdf", "/papers/record.pdf", "/papers/rescue.pdf", "/layers.csv", "/cups.csv", "/log.csv", "/share.html", "/days?withinS=1"];
    private static readonly string[] AskedOfWaters = ["/heat", "/strategies", "/surface", "/shore", "/enough?ml=20", "/reckoned?levelMm=12"];

    public static async Task<T> TimedAsync<T>(Func<Task<T>> ask, int number, object what)
    {
        var start = Stopwatch.GetTimestamp();
        var answer = await ask();
        Assert.True(Stopwatch.GetElapsedTime(start) < Longest, $"{number}: {Stopwatch.GetElapsedTime(start)} for {what}");
        return answer;
    }

    public static async Task OpensAsync(HttpClient client, string at, int number, object what)
    {
        var random = new Random(number);
        var build = (await TimedAsync(() => client.Get(at), number, what))["build"]!;
        foreach (var aspect in Always) await AnswersAsync(client, at + aspect, number, what, mayRefuse: false);

        // What is reckoned over all builds is not taken away by one of them.
        await AnswersAsync(client, "/api/stores/cupboard", number, what, mayRefuse: false);
        for (var k = 0; k < 2; k++) await AnswersAsync(client, at + Asked[random.Next(Asked.Length)], number, what, mayRefuse: true);
        foreach (var water in build["waters"]!.AsArray())
        {
            var id = Uri.EscapeDataString(water!["id"]!.GetValue<string>());
            await AnswersAsync(client, $"{at}/waters/{id}/before-pour", number, what, mayRefuse: false);
            await AnswersAsync(client, $"{at}/waters/{id}{AskedOfWaters[random.Next(AskedOfWaters.Length)]}", number, what, mayRefuse: true);
        }
    }

    public static async Task AnswersAsync(HttpClient client, string path, int number, object what, bool mayRefuse)
    {
        using var answer = await TimedAsync(() => client.GetAsync(path), number, what);
        var text = answer.StatusCode == HttpStatusCode.OK ? "" : await answer.Content.ReadAsStringAsync();
        Assert.True(answer.StatusCode == HttpStatusCode.OK || (mayRefuse && answer.StatusCode is HttpStatusCode.UnprocessableEntity or HttpStatusCode.BadRequest), $"{number}: {path} {answer.StatusCode} {text} after {what}");
    }
}
