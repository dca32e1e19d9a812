using System.Globalization;

namespace InkBasin.Browser.Tests;

/// <summary>What these tests are run under when a fault is looked for: another hour, a bad network. By hand alone; otherwise the hour is the wall's and the network good.</summary>
internal static class Circumstances
{
    /// <summary>INKBASIN_AT, as 2027-03-28T00:55:00Z: the run begins at that moment, for server and browser. A server that is a process of its own goes by the wall.</summary>
    public static TimeProvider Clock { get; } = new MovedClock(
        DateTimeOffset.TryParse(Environment.GetEnvironmentVariable("INKBASIN_AT"), CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var at) ? at - DateTimeOffset.UtcNow : TimeSpan.Zero);

    /// <summary>Now, as server and browser have it.</summary>
    public static DateTimeOffset Now => Clock.GetUtcNow();

    /// <summary>What every page is made to run before its own.</summary>
    public static IEnumerable<string> Scripts
    {
        get
        {
            if (LateMs > 0) yield return Late(LateMs);
            if (((MovedClock)Clock).By is var by && by != TimeSpan.Zero) yield return At(by.TotalMilliseconds);
        }
    }

    /// <summary>INKBASIN_LATE_MS: every other call goes out and every other answer comes late by up to so much, so that they overtake one another; what the server tells by itself comes late too, in its order. 0, as always but by hand: none does.</summary>
    private static int LateMs => int.TryParse(Environment.GetEnvironmentVariable("INKBASIN_LATE_MS"), out var ms) ? ms : 0;

    private static string At(double byMs) => $$"""
        {
          const Wall = window.Date;
          const now = () => Wall.now() + {{byMs.ToString("0", CultureInfo.InvariantCulture)}};
          window.Date = new Proxy(Wall, {
            construct: (date, words, made) => Reflect.construct(date, words.length === 0 ? [now()] : words, made),
            get: (date, name) => name === 'now' ? now : Reflect.get(date, name),
          });
        }
        """;

    private static string Late(int ms) => $$"""
        {
          const really = window.fetch;
          const late = () => new Promise(go => setTimeout(go, Math.random() < 0.5 ? 0 : Math.random() * {{ms}}));
          window.fetch = async (request, options) => {
            await late();
            const answer = await really(request, options);
            await late();
            return answer;
          };
          window.WebSocket = class extends window.WebSocket {
            #told = Promise.resolve();
            set onmessage(hear) {
              super.onmessage = message => {
                const comes = late();
                this.#told = this.#told.then(() => comes).then(() => hear(message));
              };
            }
          };
        }
        """;

    private sealed class MovedClock(TimeSpan by) : TimeProvider
    {
        public TimeSpan By => by;

        public override DateTimeOffset GetUtcNow() => base.GetUtcNow() + by;
    }
}
