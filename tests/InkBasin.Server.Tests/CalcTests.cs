using System.Net;

namespace InkBasin.Server.Tests;

public class CalcTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private const string Grid = """{"columns":2,"rows":2,"cellMm":1,"heightsMm":[5,5,5,5]}""";

    public static TheoryData<string, string, string, int> Wrong => new()
    {
        { "basin", "{", "request", 400 },
        { "basin", "[]", "request", 400 },
        { "basin", "null", "request", 400 },
        { "basin", "{}", "grid", 400 },
        { "basin", """{"grid":{"columns":2.5,"rows":2,"cellMm":1,"heightsMm":[1]}}""", "grid.columns", 400 },
        { "basin", """{"grid":{"columns":0,"rows":2,"cellMm":1,"heightsMm":[]}}""", "grid.columns", 400 },
        { "basin", """{"grid":{"columns":90000,"rows":90000,"cellMm":1,"heightsMm":[]}}""", "grid", 400 },
        { "basin", """{"grid":{"columns":1,"rows":1,"cellMm":-1,"heightsMm":[1]}}""", "grid.cellMm", 400 },
        { "basin", """{"grid":{"columns":1,"rows":1,"cellMm":1,"heightsMm":["1"]}}""", "grid.heightsMm[0]", 400 },
        { "basin", """{"grid":{"columns":1,"rows":1,"cellMm":1,"heightsMm":[1e999]}}""", "grid.heightsMm[0]", 400 },
        { "basin", $$"""{"grid":{{Grid}},"seed":{"xMm":1},"waterlineMm":9}""", "seed.yMm", 400 },
        { "basin", $$"""{"grid":{{Grid}},"seed":{"xMm":1,"yMm":1} }""", "waterlineMm", 400 },
        { "basin", $$"""{"grid":{{Grid}},"seed":{"xMm":2,"yMm":1},"waterlineMm":9}""", "seed", 422 },
        { "basin", $$"""{"grid":{{Grid}},"dams":[{"side":"north"}],"seed":{"xMm":1,"yMm":1},"waterlineMm":9}""", "dams[0].side", 400 },
        { "basin", $$"""{"grid":{{Grid}},"dams":[{"side":7,"fromMm":0,"toMm":2,"topMm":9}],"seed":{"xMm":1,"yMm":1},"waterlineMm":9}""", "dams[0].side", 400 },
        { "basin", $$"""{"grid":{{Grid}},"dams":[null],"seed":{"xMm":1,"yMm":1},"waterlineMm":9}""", "dams[0]", 400 },
        { "basin", $$"""{"grid":{{Grid}},"dams":[{"side":"back","fromMm":2,"toMm":1,"topMm":9}],"seed":{"xMm":1,"yMm":1},"waterlineMm":9}""", "dams[0].toMm", 422 },
        { "basin", """{"grid":{"columns":1,"rows":1,"cellMm":1,"heightsMm":[1e300]}}""", "grid.heightsMm[0]", 400 },
        { "basin", $$"""{"grid":{{Grid}},"seed":{"xMm":1,"yMm":1},"waterlineMm":1e300}""", "waterlineMm", 400 },
        { "mix", """{"volumeMl":1e308,"ratio":{"a":2,"b":1,"basis":"volume"},"densityA":1,"densityB":1,"device":{"kind":"cup","graduation":1}}""", "volumeMl", 400 },
        { "mix", """{"volumeMl":1,"ratio":{"a":2,"b":1,"basis":"volume"},"densityA":1e-300,"densityB":1,"device":{"kind":"cup","graduation":1}}""", "densityA", 400 },
        { "layers", "{}", "waterlineMm", 400 },
        { "layers", """{"waterlineMm":9,"safeMm":2,"strategy":"fewest"}""", "curve", 400 },
        { "layers", """{"curve":[{"levelMm":0,"volumeMl":0},{"levelMm":9,"volumeMl":3}],"waterlineMm":9,"safeMm":2,"strategy":"most"}""", "strategy", 400 },
        { "layers", """{"curve":[{"levelMm":0,"volumeMl":0},{"levelMm":9,"volumeMl":3}],"waterlineMm":12,"safeMm":2,"strategy":"fewest"}""", "waterlineMm", 422 },
        { "layers", """{"curve":[{"levelMm":0,"volumeMl":5},{"levelMm":9,"volumeMl":3}],"waterlineMm":9,"safeMm":2,"strategy":"fewest"}""", "curve[1].volumeMl", 422 },
        { "layers", $$"""{"grid":{{Grid}},"seed":{"xMm":1,"yMm":1},"waterlineMm":4,"safeMm":2,"strategy":"fewest"}""", "waterlineMm", 422 },
        { "days", """{"bench":[],"startAt":"2027-03-01T08:00:00Z"}""", "steps", 400 },
        { "days", """{"steps":[],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "steps", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00"}""", "startAt", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5.5}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "steps[0].handsOnMin", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":-5}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "steps[0].handsOnMin", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5},{"id":"a","handsOnMin":5}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "steps[1].id", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5,"after":[{"id":"z"}]}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "steps[0].after[0].id", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5,"after":[{"id":"a"}]}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "steps[0].after[0].id", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5}],"bench":[{"day":"monday","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "bench[0].day", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5}],"bench":[{"day":"mon","from":"18:30","to":"25:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "bench[0].to", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"except":[{"date":"2027-02-30"}],"startAt":"2027-03-01T08:00:00Z"}""", "except[0].date", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":5}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z","horizonDays":5000}""", "horizonDays", 400 },
        { "days", """{"steps":[{"id":"a","handsOnMin":500}],"bench":[{"day":"mon","from":"18:30","to":"22:00"}],"startAt":"2027-03-01T08:00:00Z"}""", "steps", 422 },
        { "mix", "{}", "ratio", 400 },
        { "mix", """{"volumeMl":"2"}""", "volumeMl", 400 },
        { "mix", """{"volumeMl":20,"ratio":{"a":2,"b":1,"basis":"volume"},"densityA":1,"densityB":1,"device":{"kind":"cup","graduation":1},"maxBatchG":2}""", "maxBatchG", 422 },
        { "mix", """{"volumeMl":20,"ratio":{"a":2,"b":1,"basis":"volume"},"densityA":1,"densityB":1,"device":{"kind":"spoon","graduation":1}}""", "device.kind", 400 },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public async Task Bad_input_is_told_by_field_in_a_sentence(string route, string body, string field, int status)
    {
        using var client = server.CreateClient();
        var (response, answer) = await client.PostText($"/api/calc/{route}", body);
        Assert.Equal(status, (int)response.StatusCode);
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
        var sentence = Assert.Single(answer["errors"]![field]!.AsArray())!.GetValue<string>();
        Assert.Equal(sentence, answer["detail"]!.GetValue<string>());
        Assert.EndsWith(".", sentence, StringComparison.Ordinal);
        Assert.DoesNotContain("Exception", answer.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_not_json_is_told_so()
    {
        using var client = server.CreateClient();
        using var content = new StringContent("x", System.Text.Encoding.UTF8, "text/plain");
        var response = await client.PostAsync("/api/calc/mix", content);
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, response.StatusCode);
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
    }

    [Fact]
    public async Task The_hardest_mix_there_is_still_answers()
    {
        using var client = server.CreateClient();
        var (response, _) = await client.PostText(
            "/api/calc/mix",
            """{"volumeMl":1e9,"ratio":{"a":1.4142135,"b":1,"basis":"volume"},"densityA":1,"densityB":1,"device":{"kind":"cup","graduation":0.000001},"tolerancePercent":1e-9}""");
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
    }

    [Fact]
    public async Task A_curve_has_fifty_levels_even_where_the_bed_is_flat()
    {
        using var client = server.CreateClient();
        var (_, answer) = await client.PostText("/api/calc/basin", $$"""{"grid":{{Grid}},"seed":{"xMm":1,"yMm":1},"waterlineMm":9}""");
        var curve = answer["curve"]!.AsArray();
        Assert.InRange(curve.Count, 50, 60);
        Assert.Equal(0.016, curve[^1]!["volumeMl"]!.GetValue<double>(), 9);
    }

    [Fact]
    public async Task Layers_may_be_cut_straight_from_a_grid()
    {
        using var client = server.CreateClient();
        var (_, answer) = await client.PostText(
            "/api/calc/layers",
            $$"""{"grid":{{Grid}},"seed":{"xMm":1,"yMm":1},"waterlineMm":9,"safeMm":3,"strategy":"equalDepth"}""");
        Assert.Equal(2, answer["layers"]!.AsArray().Count);
        Assert.Equal(0.008, answer["layers"]![0]!["volumeMl"]!.GetValue<double>(), 9);
    }

    [Fact]
    public async Task An_address_nothing_answers_is_a_problem_and_never_the_page()
    {
        using var client = server.CreateClient();
        var response = await client.GetAsync("/api/nothing/here");
        Assert.Equal(HttpStatusCode.NotFound, response.StatusCode);
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
    }

    [Fact]
    public async Task The_open_document_names_every_route()
    {
        using var client = server.CreateClient();
        var paths = (await client.Get("/openapi/v1.json"))["paths"]!.AsObject().Select(path => path.Key).ToList();
        Assert.Superset(new HashSet<string> { "/api/health", "/api/calc/basin", "/api/calc/layers", "/api/calc/mix", "/api/builds/{id}/edits" }, paths.ToHashSet());
    }

    [Fact]
    public async Task A_colour_is_matched_and_a_wedge_read_by_route()
    {
        using var client = server.CreateClient();
        const string Resin = """{"k":[0.0004,0.0004,0.0008],"s":[0.0001,0.0001,0.0001]}""";
        const string Blue = """ "k":[1.0,0.12,0.16],"s":[0.02,0.03,0.03]""";
        const string Umber = """ "k":[0.5,0.85,1.5],"s":[0.08,0.06,0.04]""";
        string Water(double depthMm, string bed) => $$"""{"bed":{{bed}},"lightBed":{{bed}},"darkBed":{{bed}},"resin":{{Resin}},"layers":[{"depthMm":{{depthMm}},"tints":[{ {{Blue}},"mlPer100Ml":0.12},{ {{Umber}},"mlPer100Ml":0.05}]}]}""";
        const string Earth = """{"r":138,"g":111,"b":82}""";
        var (_, water) = await client.PostText("/api/calc/ink", Water(12, Earth));
        var (found, match) = await client.PostText("/api/calc/ink-match", $$"""{"bed":{{Earth}},"resin":{{Resin}},"depthMm":12,"target":{{water!["colour"]!.ToJsonString()}},"tints":[{"id":"blue", {{Blue}}},{"id":"umber", {{Umber}}}]}""");
        Assert.Equal(HttpStatusCode.OK, found.StatusCode);
        Assert.Equal(["blue", "umber"], match!["doses"]!.AsArray().Select(dose => dose!["id"]!.GetValue<string>()));
        Assert.Equal(0.12, match["doses"]![0]!["mlPer100Ml"]!.GetValue<double>(), 1e-3);
        Assert.Equal(0.05, match["doses"]![1]!["mlPer100Ml"]!.GetValue<double>(), 1e-3);
        Assert.True(match["reachable"]!.GetValue<bool>());
        Assert.Equal(water["colour"]!["hex"]!.GetValue<string>(), match["colour"]!["hex"]!.GetValue<string>());

        var patches = new List<string>();
        foreach (var bed in new[] { """{"r":240,"g":240,"b":240}""", """{"r":20,"g":20,"b":20}""" })
        {
            foreach (var depth in new[] { 1, 3, 6, 10 }) patches.Add($$"""{"depthMm":{{depth}},"bed":{{bed}},"colour":{{(await client.PostText("/api/calc/ink", Water(depth, bed))).Body!["colour"]!.ToJsonString()}}}""");
        }

        var (_, wedge) = await client.PostText("/api/calc/ink-calibrate", $$"""{"resin":{{Resin}},"mlPer100Ml":0.17,"patches":[{{string.Join(',', patches)}}]}""");
        Assert.Equal(((0.12 * 1.0) + (0.05 * 0.5)) / 0.17, wedge!["k"]![0]!.GetValue<double>(), 1e-3);
        Assert.Equal(((0.12 * 0.03) + (0.05 * 0.04)) / 0.17, wedge["s"]![2]!.GetValue<double>(), 1e-3);
        Assert.Empty(wedge["warnings"]!.AsArray());
    }

    [Theory]
    [InlineData("ink", """{"bed":{"r":1,"g":2,"b":256}}""", "bed.b", 400)]
    [InlineData("ink", """{"bed":{"r":1,"g":2}}""", "bed.b", 400)]
    [InlineData("ink-match", """{"resin":{"k":[1,2],"s":[0,0,0]}}""", "resin.k", 400)]
    [InlineData("ink-match", """{"resin":{"k":[1,-2,0],"s":[0,0,0]}}""", "resin.k[1]", 400)]
    [InlineData("ink-calibrate", """{"resin":{"k":[0,0,0],"s":[0,0,0]},"mlPer100Ml":0.1,"patches":[]}""", "patches", 422)]
    [InlineData("ink-calibrate", """{"resin":{"k":[0,0,0],"s":[0,0,0]},"mlPer100Ml":0,"patches":[{"depthMm":1,"bed":{"r":0,"g":0,"b":0},"colour":{"r":0,"g":0,"b":0}}]}""", "mlPer100Ml", 400)]
    public async Task What_is_no_ink_is_refused_by_its_field(string route, string request, string field, int status)
    {
        using var client = server.CreateClient();
        var (response, body) = await client.PostText($"/api/calc/{route}", request);
        Assert.Equal(status, (int)response.StatusCode);
        Assert.Equal(field, Assert.Single(body!["errors"]!.AsObject()).Key);
    }

    // Each link of a clash under its own key, so that a page can mark them all.
    [Fact]
    public async Task A_clash_of_days_names_every_link_in_it()
    {
        using var client = server.CreateClient();
        var (response, body) = await client.PostText("/api/calc/days", """
            {"steps":[{"id":"pour","handsOnMin":20},{"id":"check","handsOnMin":10,"after":[{"id":"pour","leastMin":120}]},
            {"id":"ripple","handsOnMin":15,"after":[{"id":"pour","greatestMin":60},{"id":"check"}]}],"bench":[{"day":"sat","from":"09:00","to":"18:00"}],"startAt":"2027-03-01T08:00:00+01:00"}
            """);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, response.StatusCode);
        Assert.Equal(["steps[1].after[0]", "steps[2].after[0]", "steps[2].after[1]"], body!["errors"]!.AsObject().Select(one => one.Key).Order());
    }
}
