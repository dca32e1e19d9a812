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
        _page.Button("Relief").Click();
        _page.Until(() => _page.All(".relief-view").Count == 0, "flat again");
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
