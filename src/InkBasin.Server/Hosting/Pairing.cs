using System.Globalization;
using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using System.Security.Cryptography;
using InkBasin.Core;
using InkBasin.Store;
using Microsoft.AspNetCore.DataProtection;
using QRCoder;

namespace InkBasin.Server.Hosting;

/// <summary>POST /api/pair: the code as it is printed where the server was started.</summary>
public sealed record PairRequest(string? Code);

/// <summary>What came of a try with a code.</summary>
internal enum PairOutcome
{
    /// <summary>It is the code.</summary>
    Paired,

    /// <summary>It is not.</summary>
    Wrong,

    /// <summary>Tried too soon after a wrong one.</summary>
    TooSoon,

    /// <summary>Shut out: too many wrong ones.</summary>
    ShutOut,
}

/// <summary>
/// The pairing code of this start, and who has tried which. Each wrong code makes an address wait twice as long as the one before; after some it is shut out, and
/// after many from all of them nobody is paired any more until the next start.
/// </summary>
internal sealed class Pairing(TimeProvider time)
{
    /// <summary>Wrong codes after which an address is shut out.</summary>
    public const int MostWrong = 5;

    /// <summary>Wrong codes, from whatever address, after which nobody is paired any more.</summary>
    public const int MostWrongInAll = 30;

    /// <summary>How long an address is shut out, minutes.</summary>
    public const double ShutOutMin = 15;

    private readonly Lock _lock = new();
    private readonly Dictionary<IPAddress, (int Wrong, DateTimeOffset NotBefore)> _tried = [];
    private int _wrongInAll;

    /// <summary>The code: six figures.</summary>
    public string Code { get; } = RandomNumberGenerator.GetInt32(1_000_000).ToString("000000", CultureInfo.InvariantCulture);

    /// <summary>Tries a code.</summary>
    /// <param name="from">The address it comes from.</param>
    /// <param name="code">The code.</param>
    /// <returns>What came of it, and how long to wait before the next, s.</returns>
    public (PairOutcome Outcome, double WaitS) Try(IPAddress from, string code)
    {
        lock (_lock)
        {
            var now = time.GetUtcNow();
            if (_wrongInAll >= MostWrongInAll) return (PairOutcome.ShutOut, double.PositiveInfinity);
            var (wrong, notBefore) = _tried.GetValueOrDefault(from);
            if (now < notBefore) return (wrong >= MostWrong ? PairOutcome.ShutOut : PairOutcome.TooSoon, (notBefore - now).TotalSeconds);
            if (wrong >= MostWrong) wrong = 0;
            if (CryptographicOperations.FixedTimeEquals(System.Text.Encoding.UTF8.GetBytes(code), System.Text.Encoding.UTF8.GetBytes(Code)))
            {
                _tried.Remove(from);
                return (PairOutcome.Paired, 0);
            }

            wrong++;
            _wrongInAll++;
            var waitS = wrong >= MostWrong ? ShutOutMin * 60 : Math.Pow(2, wrong - 1);
            _tried[from] = (wrong, now.AddSeconds(waitS));
            return (wrong >= MostWrong ? PairOutcome.ShutOut : PairOutcome.Wrong, waitS);
        }
    }
}

/// <summary>
/// Beyond this machine only who has been paired is answered, and only where it was asked for (<c>--lan</c>): what the page is made of to anyone, what is kept only with
/// a cookie this server has signed.
/// </summary>
internal static class Lan
{
    /// <summary>The cookie of a paired device.</summary>
    public const string Cookie = "ink-basin-paired";

    /// <summary>How long a device stays paired, days.</summary>
    public const double PairedDays = 180;

    private const string Purpose = "paired device";

    public static void AddPairing(this WebApplicationBuilder builder)
    {
        builder.Services.AddSingleton<Pairing>();
        builder.Services.AddDataProtection().SetApplicationName("ink-basin");
        builder.Services.AddOptions<Microsoft.AspNetCore.DataProtection.KeyManagement.KeyManagementOptions>().Configure<DataFile>((options, data) =>
            options.XmlRepository = new Microsoft.AspNetCore.DataProtection.Repositories.FileSystemXmlRepository(new DirectoryInfo(Path.Combine(data.Folder, "keys")), Microsoft.Extensions.Logging.Abstractions.NullLoggerFactory.Instance));
    }

    /// <summary>Turns away who is not on this machine and not paired, and every name this server has not: a page elsewhere cannot pass for one of its own.</summary>
    public static void UsePairing(this WebApplication app)
    {
        var lan = app.Configuration.GetValue("lan", false);
        app.Use(async (context, next) =>
        {
            if (!IsOurName(context.Request.Host.Host))
            {
                await TypedResults.Problem("This server has only its number for a name: open the address it has printed.", statusCode: StatusCodes.Status400BadRequest, title: "Another name").ExecuteAsync(context);
                return;
            }

            var path = context.Request.Path;
            var isKept = path.StartsWithSegments("/api") || path.StartsWithSegments("/hubs");
            if (IsHere(context.Connection) || (lan && (!isKept || path.StartsWithSegments("/api/pair") || IsPaired(context))))
            {
                await next(context);
                return;
            }

            await TypedResults.Problem(
                lan ? "This device is not paired yet: type the code that is printed where Ink Basin was started." : "Ink Basin answers on its own machine only. Start it with --lan to reach it from others.",
                statusCode: lan ? StatusCodes.Status401Unauthorized : StatusCodes.Status403Forbidden,
                title: lan ? "Not paired" : "Not from there").ExecuteAsync(context);
        });
    }

    public static void MapPairing(this WebApplication app) => app.MapPost("/api/pair", Pair).WithTags("pairing")
        .ProducesProblem(StatusCodes.Status401Unauthorized).ProducesProblem(StatusCodes.Status429TooManyRequests).Produces(StatusCodes.Status204NoContent);

    /// <summary>Prints where others find this server: the address, a square code to scan, the pairing code.</summary>
    public static void Announce(int port, Pairing pairing, TextWriter to)
    {
        ArgumentNullException.ThrowIfNull(to);
        foreach (var address in Addresses())
        {
            var page = $"http://{address}:{port}/";
            using var squares = new QRCodeGenerator();
            using var data = squares.CreateQrCode($"{page}#pair={pairing.Code}", QRCodeGenerator.ECCLevel.M);
            using var drawn = new AsciiQRCode(data);
            to.WriteLine(drawn.GetGraphicSmall());
            to.WriteLine($"From a phone in the same network: {page}   pairing code {pairing.Code}");
        }

        to.WriteLine("Whoever is paired can read and change all that is kept here. Use it in your own network only; the way there is not encrypted.");
    }

    private static IEnumerable<IPAddress> Addresses() => NetworkInterface.GetAllNetworkInterfaces()
        .Where(one => one.OperationalStatus == OperationalStatus.Up && one.NetworkInterfaceType != NetworkInterfaceType.Loopback)
        .SelectMany(one => one.GetIPProperties().UnicastAddresses)
        .Select(one => one.Address)
        .Where(one => one.AddressFamily == AddressFamily.InterNetwork);

    private static Microsoft.AspNetCore.Http.IResult Pair(PairRequest request, HttpContext context, Pairing pairing, IDataProtectionProvider protection)
    {
        var code = new string([.. (request.Code ?? "").Where(char.IsAsciiDigit)]);
        if (code.Length != 6) throw new RefusedException("code", "The code has six figures.");
        var (outcome, waitS) = pairing.Try(context.Connection.RemoteIpAddress ?? IPAddress.Loopback, code);
        if (outcome == PairOutcome.Paired)
        {
            var signed = protection.CreateProtector(Purpose).ToTimeLimitedDataProtector().Protect(Guid.NewGuid().ToString("N"), TimeSpan.FromDays(PairedDays));
            context.Response.Cookies.Append(Cookie, signed, new CookieOptions { HttpOnly = true, SameSite = SameSiteMode.Strict, MaxAge = TimeSpan.FromDays(PairedDays), IsEssential = true });
            return TypedResults.NoContent();
        }

        if (double.IsFinite(waitS)) context.Response.Headers.RetryAfter = Math.Ceiling(waitS).ToString(CultureInfo.InvariantCulture);
        return outcome switch
        {
            PairOutcome.Wrong => TypedResults.Problem($"That is not the code. Look again; the next try is taken in {Math.Ceiling(waitS):0} s.", statusCode: StatusCodes.Status401Unauthorized, title: "Not the code"),
            PairOutcome.TooSoon => TypedResults.Problem($"Wait {Math.Ceiling(waitS):0} s before the next try.", statusCode: StatusCodes.Status429TooManyRequests, title: "Too soon"),
            _ => TypedResults.Problem(
                double.IsFinite(waitS) ? $"Too many wrong codes: this address is shut out for {Math.Ceiling(waitS / 60):0} min." : "Too many wrong codes: nobody is paired any more until Ink Basin is started anew.",
                statusCode: StatusCodes.Status429TooManyRequests, title: "Shut out"),
        };
    }

    private static bool IsPaired(HttpContext context)
    {
        if (context.Request.Cookies[Cookie] is not { Length: > 0 } signed) return false;
        try
        {
            context.RequestServices.GetRequiredService<IDataProtectionProvider>().CreateProtector(Purpose).ToTimeLimitedDataProtector().Unprotect(signed);
            return true;
        }
        catch (CryptographicException)
        {
            // Not signed here, or too long ago: it is asked for its code.
            return false;
        }
    }

    // Both ends on this machine's own loopback address. A test host has none.
    private static bool IsHere(ConnectionInfo connection) => IsOwn(connection.RemoteIpAddress) && IsOwn(connection.LocalIpAddress);

    private static bool IsOwn(IPAddress? address) => address is null || address.Equals(IPAddress.Loopback) || address.Equals(IPAddress.IPv6Loopback) || (address.IsIPv4MappedToIPv6 && address.MapToIPv4().Equals(IPAddress.Loopback));

    // Its number, or this machine; any other name could be lent to another page's owner.
    private static bool IsOurName(string host) => string.Equals(host, "localhost", StringComparison.OrdinalIgnoreCase) || IPAddress.TryParse(host.Trim('[', ']'), out _);
}
