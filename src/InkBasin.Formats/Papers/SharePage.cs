using System.Text;
using System.Xml;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Sight;

namespace InkBasin.Formats.Papers;

/// <summary>What is given away of a build.</summary>
/// <param name="Build">The build.</param>
/// <param name="Board">The Sheet.</param>
/// <param name="Waters">The waters.</param>
/// <param name="Sessions">The mixing sessions ahead.</param>
/// <param name="Log">Its log, read.</param>
/// <param name="Pictures">Pictures of the log by id, as they are kept.</param>
public sealed record SharedBuild(Build Build, BoardDrawing Board, IReadOnlyList<PouredWater> Waters, IReadOnlyList<MixSession> Sessions, IReadOnlyList<ReadEntry> Log, IReadOnlyDictionary<string, byte[]> Pictures);

/// <summary>A build as one page that opens anywhere and calls nothing: Sheet, Cut, plan and log with its pictures, drawings as SVG, faces and pictures within; no script. It prints as it stands.</summary>
public static class SharePage
{
    private const int PicturePx = 1400;

    private const string Style = """
        @page{margin:14mm}*{box-sizing:border-box}
        body{margin:0 auto;padding:1.2rem;max-width:62rem;background:#faf7f0;color:#14202b;font:400 1rem/1.5 "Atkinson Hyperlegible Next",system-ui,sans-serif}
        h1{font-size:2rem;line-height:1.15;margin:.2em 0}h2{font-size:1.35rem;margin:2rem 0 .4rem;border-bottom:1px solid #14202b}h3{font-size:1.05rem;margin:1.2rem 0 .2rem}
        p{margin:.3rem 0}.quiet{color:#55606a}.stop{font-weight:700;color:#8c2f1b}.tight{color:#7a4a00}
        figure{margin:.6rem 0;background:#fff;border:1px solid #d8d2c4;padding:.5rem}
        table{border-collapse:collapse;width:100%;font-size:.92rem;font-variant-numeric:tabular-nums}th,td{padding:.25rem .5rem;border-bottom:1px solid #d8d2c4;text-align:left;vertical-align:top}
        th{border-bottom:2px solid #14202b}.n{text-align:right;white-space:nowrap}.wide{overflow-x:auto}img{max-width:100%;height:auto;display:block;margin:.4rem 0}
        article{break-inside:avoid}
        @media print{body{background:#fff;padding:0;max-width:none;font-size:10pt}h2{break-after:avoid}figure,tr,img{break-inside:avoid}}
        """;

    /// <summary>Writes it.</summary>
    /// <param name="of">What for; its paper is not asked.</param>
    /// <param name="shared">What is given away.</param>
    public static byte[] Write(PaperOf of, SharedBuild shared)
    {
        ArgumentNullException.ThrowIfNull(of);
        ArgumentNullException.ThrowIfNull(shared);
        using var file = new MemoryStream();
        file.Write("<!doctype html>\n"u8);
        using (var xml = XmlWriter.Create(file, new XmlWriterSettings { OmitXmlDeclaration = true, Encoding = new UTF8Encoding(false) }))
        {
            var page = new Page(xml);
            page.In("html", () =>
            {
                xml.WriteAttributeString("lang", "en");
                page.In("head", () => Head(page, of));
                page.In("body", () => page.In("main", () => Body(page, of, shared)));
            });
        }

        return file.ToArray();
    }

    private static void Head(Page page, PaperOf of)
    {
        void Meta(params (string Name, string Value)[] attributes) => page.In("meta", () =>
        {
            foreach (var (name, value) in attributes) page.Xml.WriteAttributeString(name, value);
        });
        Meta(("charset", "utf-8"));

        // Whatever opens it: nothing is fetched, nothing runs.
        Meta(("http-equiv", "Content-Security-Policy"), ("content", "default-src 'none'; img-src data:; font-src data:; style-src 'unsafe-inline'"));
        Meta(("name", "viewport"), ("content", "width=device-width, initial-scale=1"));
        page.Say("title", of.Build);
        page.In("style", () =>
        {
            foreach (var weight in (int[])[400, 700])
                page.Xml.WriteRaw($"@font-face{{font-family:\"Atkinson Hyperlegible Next\";font-weight:{weight};src:url(data:font/ttf;base64,{Convert.ToBase64String(Typeface.FirstOf(weight))})}}\n");
            page.Xml.WriteRaw(Style);
            page.Xml.WriteRaw(PictureSvg.Style);
        });
    }

    private static void Body(Page page, PaperOf of, SharedBuild shared)
    {
        var build = shared.Build;
        page.Say("h1", build.Name);
        page.Say("p", FormattableString.Invariant($"1:{build.Scale:0.#} · a board of {build.Board.WidthMm:0.#} × {build.Board.DepthMm:0.#} mm · as it stood {of.Day(of.PrintedAt)}"), "quiet");
        page.In("figure", () => PictureSvg.Write(page.Xml, BoardPicture.Of(shared.Board, 220, 160), $"{build.Name} from above"));
        foreach (var water in shared.Waters) Water(page, of, water);
        if (shared.Sessions.Count > 0) Cups(page, of, shared.Sessions);
        page.Say("h2", "Log");
        if (shared.Log.Count == 0) page.Say("p", "Nothing is in it yet.", "quiet");
        foreach (var entry in shared.Log.Where(one => one.ShownAt is null).OrderBy(one => one.Entry.At)) Entry(page, of, build, entry, shared.Pictures);
        page.Say("p", "Reckoned for this board, this room and these products. Before you pour anything: the product’s own sheet, its safety sheet and local rules.", "quiet");
    }

    private static void Water(Page page, PaperOf of, PouredWater water)
    {
        var level = water.Plan.Level;
        page.Say("h2", water.Name);
        page.Say("p", FormattableString.Invariant($"Waterline {level.WaterlineMm:0.0} mm over the board, deepest {level.MaxDepthMm:0.0} mm, {level.VolumeMl:0.#} ml. {water.Product ?? "No product is chosen yet"}."));
        IReadOnlyList<PlannedLayer> layers = water.Plan.Layers.Is?.Layers ?? [];
        if (water.Cut is { } cut)
            page.In("figure", () => PictureSvg.Write(page.Xml, CutPicture.Of(cut, layers.Count > 0 ? [.. layers.Select(layer => layer.ToMm)] : [level.WaterlineMm], 200, 80, printed: false), $"{water.Name}, cut"));
        if (water.Plan.Layers.Stop is { } stop) page.Say("p", stop.Sentence, "stop");
        if (layers.Count > 0)
        {
            page.Table(
                ["layer", "#to (mm)", "#deep (mm)", "#ml", "#cups", "pour", "peak"],
                layers.Select((layer, i) => (IReadOnlyList<string>)
                [
                    $"{i + 1}", PaperOf.Tenth(layer.ToMm), PaperOf.Tenth(layer.DepthMm), FormattableString.Invariant($"{layer.VolumeMl:0.#}"), $"{layer.Mix.Batches.Count}",
                    layer.Poured is { } poured ? $"poured {of.Moment(poured.At)}" : layer.PourAt is { } at ? of.Moment(at) : "no day yet", FormattableString.Invariant($"{layer.Cure.PeakC:0} °C"),
                ]));
        }

        foreach (var notice in water.Plan.Notices.Where(one => one.Standing != Standing.Holds)) page.Say("p", notice.Sentence, notice.Standing == Standing.Stop ? "stop" : "tight");
    }

    private static void Cups(Page page, PaperOf of, IReadOnlyList<MixSession> sessions)
    {
        page.Say("h2", "Cups ahead");
        page.Table(
            ["session", "cup", "resin", "#part one (g)", "#part two (g)", "tint", "for"],
            sessions.SelectMany(session => session.Cards.Select(card => (IReadOnlyList<string>)
            [
                session.At is { } at ? of.Moment(at) : $"{session.Number}", $"{card.Number} of {card.Count}", session.ProductName, PaperOf.Tenth(card.Batch.AG), card.Batch.BG > 0 ? PaperOf.Tenth(card.Batch.BG) : "",
                string.Join(", ", (card.Ink?.Doses ?? []).Select(dose => $"{Core.Ink.TintDose.Words(dose.Amount, dose.Unit)} {dose.Name}")),
                string.Join(", ", card.Lines.Select(line => FormattableString.Invariant($"{line.Name}, layer {line.Layer}: {line.VolumeMl:0.#} ml"))),
            ])));
    }

    private static void Entry(Page page, PaperOf of, Build build, ReadEntry entry, IReadOnlyDictionary<string, byte[]> pictures) => page.In("article", () =>
    {
        var words = RecordWords.Of(build, entry);
        page.Say("h3", $"{of.Moment(entry.Entry.At)} · {words.Title}");
        foreach (var line in words.Lines) page.Say("p", line);
        foreach (var right in entry.Entry.Corrections) page.Say("p", RecordWords.Right(of, right), "quiet");
        if (entry.Entry.PhotoId is not { } id) return;
        if (PrintedPicture.Of(pictures.GetValueOrDefault(id), PicturePx) is not { } jpeg) page.Say("p", RecordWords.NoPicture, "quiet");
        else
        {
            page.In("img", () =>
            {
                page.Xml.WriteAttributeString("alt", XmlWords.Of(words.Title));
                page.Xml.WriteAttributeString("src", $"data:image/jpeg;base64,{Convert.ToBase64String(jpeg)}");
            });
        }
    });

    private sealed class Page(XmlWriter xml)
    {
        public XmlWriter Xml => xml;

        public void In(string element, Action inside)
        {
            xml.WriteStartElement(element);
            inside();
            if (element is "meta" or "img") xml.WriteEndElement();
            else xml.WriteFullEndElement();
        }

        public void Say(string element, string words, string? kind = null) => In(element, () =>
        {
            if (kind is not null) xml.WriteAttributeString("class", kind);

            xml.WriteString(XmlWords.Of(words));
        });

        /// <summary>A table; a head that begins with # is over numbers.</summary>
        public void Table(IReadOnlyList<string> heads, IEnumerable<IReadOnlyList<string>> rows) => In("div", () =>
        {
            xml.WriteAttributeString("class", "wide");
            In("table", () =>
            {
                string? Kind(int i) => heads[i].StartsWith('#') ? "n" : null;
                In("thead", () => In("tr", () =>
                {
                    foreach (var (i, head) in heads.Index()) Say("th", head.TrimStart('#'), Kind(i));
                }));
                In("tbody", () =>
                {
                    foreach (var row in rows)
                    {
                        In("tr", () =>
                        {
                            foreach (var (i, cell) in row.Index()) Say("td", cell, Kind(i));
                        });
                    }
                });
            });
        });
    }
}
