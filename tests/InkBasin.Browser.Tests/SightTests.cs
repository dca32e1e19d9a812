using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The Relief and the Mirror.</summary>
[Collection("other browser")]
public class SightTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task The_relief_turns_by_hand_and_by_keys_and_is_lit_from_the_side_chosen()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ground");
        _page.Button("Relief").Click();
        var canvas = _page.Until(() => _page.First(".relief-view canvas[data-drawn]"), "the relief");
        var seen = new List<string> { Picture() };
        void Changed(string what)
        {
            _page.Until(() => !seen.Contains(Picture()), what);
            seen.Add(Picture());
        }

        _page.Drag(canvas, 90, 20);
        Changed("another side after a drag");
        canvas.SendKeys(Keys.ArrowLeft);
        Changed("another side after a key");
        _page.Button("front").Click();
        Changed("another light");
        _page.Button("carved foam").Click();
        Changed("the foam without its plaster");
        _page.Button("foam sheets").Click();
        Changed("the sheets as they are stacked");
        _page.Button("finished").Click();

        // As a picture, once and twice as large; what a download would get is read back.
        _page.Script("""
            window.pictures = [];
            HTMLAnchorElement.prototype.click = function () {
              const image = new Image();
              image.onload = () => window.pictures.push(`${this.download} ${image.width} ${image.height}`);
              image.src = this.href;
            };
            """);
        _page.Button("picture").Click();
        _page.Button("×2").Click();
        _page.Until(() => Convert.ToInt32(_page.Script("return window.pictures.length"), System.Globalization.CultureInfo.InvariantCulture) == 2, "two pictures");
        var size = (string)_page.Script("const c = document.querySelector('.relief-view canvas').getBoundingClientRect(); return `${Math.round(c.width)} ${Math.round(c.height)} ${Math.round(c.width) * 2} ${Math.round(c.height) * 2}`")!;
        Assert.Equal($"Sallow Quay copy.png {string.Join(' ', size.Split(' ')[..2])}|Sallow Quay copy ×2.png {string.Join(' ', size.Split(' ')[2..])}", (string)_page.Script("return window.pictures.sort((a, b) => a.length - b.length).join('|')")!);
        _page.Button("Relief").Click();
        _page.Until(() => _page.All(".relief-view").Count == 0, "flat again");
        Assert.Empty(_page.Faults());
    }

    // The water of the Relief is drawn live while its waterline is dragged, and its ground is not made anew for it.
    [Fact]
    public async Task The_relief_follows_a_dragged_waterline()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "water");
        _page.Button("Relief").Click();
        _page.Until(() => _page.First(".relief-view canvas[data-drawn]"), "the relief");
        var before = Picture();
        var grip = _page.Find("[data-testid=waterline]");
        var (x, y) = _page.MiddleOf(grip);
        _page.Pointer().MoveTo(x, y).Press().MoveTo(x, y + 60).Done();
        _page.Until(() => Picture() != before, "another picture while the grip is held");
        _page.Pointer().Release().Done();
        _page.Settled();
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task An_eye_and_a_peak_are_put_and_the_mirror_answers_in_words_and_in_the_relief()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "water");
        _page.Button("Shore").Click();
        _page.Button("Put the eye").Click();
        _page.ClickBoard(560, 380);
        _page.Until(() => _page.All(".sight .sight-mirror").Count == 1, "the place that mirrors the peak");
        _page.Button("Choose the peak").Click();
        _page.ClickBoard(420, 20);
        _page.Until(() => _page.All(".slip section").Any(part => part.Text.StartsWith("Mirror", StringComparison.Ordinal) && part.Text.Contains("mirrors ground", StringComparison.Ordinal)), "the answer");
        _page.Button("Relief").Click();
        _page.Until(() => _page.First(".relief-view canvas[data-drawn]"), "the relief");
        var above = Picture();
        _page.Button("from the eye").Click();
        _page.Until(() => Picture() != above, "seen from the eye");
        Assert.Empty(_page.Faults());

        // A peak under water is refused in a sentence.
        _page.Button("Relief").Click();
        _page.Button("Choose the peak").Click();
        _page.ClickBoard(300, 268);
        _page.Until(() => _page.All(".field-wrong").Any(p => p.Text.Contains("under it", StringComparison.Ordinal)), "the refusal");
    }

    // A drawing is kept for reading only until the next one is shown: it is read in the frame it is made.
    private string Picture() => ((ITakesScreenshot)_page.Find(".relief-view canvas")).GetScreenshot().AsBase64EncodedString;
}
