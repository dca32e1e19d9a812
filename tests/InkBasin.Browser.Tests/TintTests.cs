using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>A tint of the maker's own: its wedge picked out of a photo, kept, and inked with.</summary>
[Collection("browser")]
public class TintTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    // A photo of a wedge: over white above, over black below, the bare backings at the left, a grey card at the right.
    private static readonly string[][] Photo =
    [
        ["#f0f0f0", "#d8d4b8", "#c6c093", "#9a9160", "#665c2e", "#767676"],
        ["#191919", "#1d1d1a", "#20201b", "#25241d", "#292620", "#767676"],
    ];

    [Fact]
    public async Task A_wedge_is_picked_out_of_a_photo_cell_by_cell_and_the_tint_is_inked_with()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores/tints"));
        _page.Until(() => _page.All(".tint-card").Count >= 12, "the tints");
        _page.Click("Enter a tint");
        _page.Type("Name", "Pond weed");
        _page.Type("Tint in 100 ml of the wedge’s resin", "0.1");
        ShowPhoto();

        // Click after click the next field is filled: down over white, then down over black.
        foreach (var (row, colours) in Photo.Index())
        {
            for (var column = 0; column < 5; column++)
            {
                var name = column == 0 ? $"Bare {(row == 0 ? "light" : "dark")} backing" : $"Step {column} over {(row == 0 ? "light" : "dark")}";
                Assert.Equal("true", _page.Find($"button[aria-label='{name}: pick it in the photo']").GetAttribute("aria-pressed"));
                Click(column, row);
                Assert.Equal(colours[column], _page.Until(() => _page.Find($"input[aria-label='{name}']").GetAttribute("value") is { Length: 7 } hex ? hex : null, name));
            }
        }

        // Typed over, a reading is another; what is no colour is not taken.
        var typed = _page.Find("input[aria-label='Step 2 over light']");
        typed.SendKeys(Keys.Control + "a");
        typed.SendKeys("nothing" + Keys.Tab);
        Assert.Equal("#c6c093", typed.GetAttribute("value"));
        _page.Click("Correct by a grey patch");
        Click(5, 0);
        _page.Until(() => _page.First("[data-testid=fit]"), "the fit");
        Assert.Equal(8, _page.Until(() => _page.All(".fitted") is { Count: 8 } all ? all : null, "the fit of every reading").Count);
        _page.Click("Keep the tint");
        _page.Until(() => _page.All(".tint-card").Any(card => card.Text.Contains("Pond weed", StringComparison.Ordinal) && card.Text.Contains("Off its wedge", StringComparison.Ordinal)), "the tint's card");

        // Opened again it is as it was read, grey card and all.
        _page.Find("button[aria-label='Change Pond weed']").Click();
        Assert.Equal("#25241d", _page.Until(() => _page.First("input[aria-label='Step 3 over dark']"), "the wedge").GetAttribute("value"));
        Assert.Equal("#767676", _page.Field("Grey in the photo").GetAttribute("value"));
        _page.Click("Leave it");

        // And it is among the tints of a water.
        _page.Open(id, "ink");
        _page.Until(() => _page.All("select option").Any(option => option.Text.Contains("Pond weed", StringComparison.Ordinal)), "the tint to choose");
        var own = JsonNode.Parse(await fixture.Http.GetStringAsync("/api/stores/tints"))!.AsArray().Single(tint => tint!["name"]!.GetValue<string>() == "Pond weed")!;
        using var gone = await fixture.Http.DeleteAsync($"/api/stores/tints/{own["id"]}");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public void A_tint_without_a_wedge_is_kept_as_a_stand_in_taken_off_and_put_back()
    {
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores/tints"));
        _page.Until(() => _page.All(".tint-card").Count >= 12, "the tints");
        _page.Click("Enter a tint");
        _page.Type("Name", "Unknown bottle");
        Assert.False(_page.Button("Keep the tint").Enabled);
        _page.Choose(_page.Field("Its colour"), "like another, until a wedge is poured");
        _page.Choose(_page.Field("It looks like"), "Umber");
        _page.Until(() => _page.Button("Keep the tint").Enabled, "the stand-in");
        _page.Click("Keep the tint");
        IWebElement? Card() => _page.All(".tint-card").FirstOrDefault(card => card.Text.Contains("Unknown bottle", StringComparison.Ordinal));
        Assert.Contains("No wedge yet: taken to be like Umber", _page.Until(Card, "its card").Text, StringComparison.Ordinal);
        _page.Find("button[aria-label='Take it off: Unknown bottle']").Click();
        _page.Until(() => Card() is null, "it is off the shelf");
        _page.Click("Put it back");
        _page.Until(Card, "it is back");
        _page.Find("button[aria-label='Take it off: Unknown bottle']").Click();
        _page.Until(() => Card() is null, "it is off again");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public void On_a_phone_the_photo_lies_still_while_it_is_read_and_the_page_is_no_wider_than_the_phone()
    {
        _page.SetViewport(390, 844);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores/tints"));
        _page.Until(() => _page.All(".tint-card").Count >= 12, "the tints");
        _page.Click("Enter a tint");
        _page.Type("Tint in 100 ml of the wedge’s resin", "0.1");
        ShowPhoto();
        double Top() => Convert.ToDouble(_page.Script("return document.querySelector('canvas.photo-colour').getBoundingClientRect().top + scrollY"), System.Globalization.CultureInfo.InvariantCulture);
        var from = Top();
        for (var row = 0; row < Photo.Length; row++)
        {
            for (var column = 0; column < 5; column++)
            {
                Click(column, row);
                _page.Until(() => _page.All(".read-colour input").Count(input => input.GetAttribute("value") is { Length: 7 }) == (row * 5) + column + 1 ? "read" : null, $"reading {(row * 5) + column + 1}");

                // What the fit says comes a while after the click; it must not push the photo from under the finger.
                var steps = row == 0 ? column : 4 + column;
                _page.Until(() => _page.All(".fitted").Count == steps ? "fit" : null, $"the fit of {steps} readings");
                Assert.Equal(from, Top(), 0.5);
            }
        }

        _page.Until(() => _page.All(".fitted") is { Count: 8 } all ? all : null, "the fit of every reading");
        Assert.Equal(from, Top(), 0.5);
        Assert.Equal(0L, _page.Script("return document.documentElement.scrollWidth - document.documentElement.clientWidth"));
    }

    private void ShowPhoto()
    {
        _page.Script(
            """
            const canvas = Object.assign(document.createElement('canvas'), { width: 240, height: 80 });
            const paint = canvas.getContext('2d');
            arguments[0].forEach((row, y) => row.forEach((hex, x) => { paint.fillStyle = hex; paint.fillRect(x * 40, y * 40, 40, 40); }));
            canvas.toBlob((blob) => {
              const input = document.querySelector("input[type=file][accept*='image']");
              const files = new DataTransfer();
              files.items.add(new File([blob], 'wedge.png', { type: 'image/png' }));
              input.files = files.files;
              input.dispatchEvent(new Event('change', { bubbles: true }));
            });
            """,
            (object)Photo.Select(row => row.Cast<object>().ToArray()).Cast<object>().ToArray());
        _page.Until(() => _page.First("canvas.photo-colour") is { Size.Width: > 0 } canvas && _page.Script("return arguments[0].width", canvas) is 240L ? canvas : null, "the photo");
    }

    private void Click(int column, int row)
    {
        var canvas = _page.Find("canvas.photo-colour");
        _page.Script("arguments[0].scrollIntoView({ block: 'center' })", canvas);
        var box = (IReadOnlyDictionary<string, object>)_page.Script("const b = arguments[0].getBoundingClientRect(); return { x: b.x, y: b.y, w: b.width, h: b.height }", canvas)!;
        double Of(string key) => Convert.ToDouble(box[key], System.Globalization.CultureInfo.InvariantCulture);
        _page.Pointer().MoveTo((int)(Of("x") + (Of("w") * (column + 0.5) / 6)), (int)(Of("y") + (Of("h") * (row + 0.5) / 2))).Press().Release().Done();
    }
}
