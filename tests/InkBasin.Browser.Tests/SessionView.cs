using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace InkBasin.Browser.Tests;

/// <summary>A session at the bench as a device shows it.</summary>
internal sealed class SessionView(ChromeDriver driver)
{
    // No session of the demo has so many: a walk that passes its aim ends.
    private const int MostSteps = 150;

    // Read in one go: what is drawn anew between two looks is nobody's fault.
    public string Step => (string)driver.ExecuteScript("return document.querySelector('.session')?.dataset.step ?? ''")!;

    /// <summary>The step a session stands at, as the server knows it.</summary>
    public static string StepOf(JsonNode state) => state["steps"]![state["at"]!.GetValue<int>()]!["id"]!.GetValue<string>();

    /// <summary>Opens a session that is meant, on a server of its own; the id of its build.</summary>
    public async Task<string> Meant(OwnServer own)
    {
        var id = await own.Answered("Three Weirs at Ondry");
        driver.Navigate().GoToUrl(own.At($"/builds/{id}/bench"));
        Click("To the bench");
        Until(() => Step == "caution", "the bench is open");
        return id;
    }

    /// <summary>Opens a rehearsal of a copy of the demo, as fast as one of its buttons says.</summary>
    public async Task Rehearse(BrowserFixture fixture, BenchPage page, string speed)
    {
        page.SetViewport(1280, 800);
        Rehearse(new Uri(fixture.Address, $"/builds/{await fixture.CopyOf("Three Weirs at Ondry")}/bench"), speed);
    }

    /// <summary>Opens a rehearsal of a build.</summary>
    /// <param name="bench">Address of its bench.</param>
    /// <param name="speed">As one of its buttons says.</param>
    public void Rehearse(Uri bench, string speed)
    {
        driver.Navigate().GoToUrl(bench);
        Click("Rehearse it first");
        Until(() => Step == "caution", "the bench is open");
        Click(speed);
        Until(() => Text(".bench-rehearsal [aria-pressed=true]") == speed, "it goes as fast as that");
    }

    public string Text(string css) => (string)driver.ExecuteScript("return document.querySelector(arguments[0])?.innerText ?? ''", css)!;

    public void Click(string text) => Until(() =>
    {
        var button = driver.FindElements(By.XPath($"//*[self::button or self::a][normalize-space()='{text}']")).FirstOrDefault(one => one.Enabled);
        if (button is null) return false;
        button.Click();
        return true;
    }, $"a button '{text}'");

    public void Until(Func<bool> done, string what)
    {
        var wait = new WebDriverWait(driver, TimeSpan.FromMinutes(2));
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException), typeof(ElementClickInterceptedException), typeof(NoSuchElementException));
        try
        {
            wait.Until(_ => done());
        }
        catch (WebDriverTimeoutException late)
        {
            // Where it stands now, not where it stood when the wait began.
            throw new WebDriverTimeoutException($"{what}; the bench stands at '{Step}' and says '{Text(".session-banners")}'", late);
        }
    }

    /// <summary>Presses the largest button, knowingly where it asks, until the bench stands at another step.</summary>
    public void Done()
    {
        var before = Step;
        Until(() =>
        {
            if (Step != before) return true;
            if (driver.FindElements(By.CssSelector(".session-done:enabled")) is [var button, ..]) button.Click();
            return Step != before;
        }, $"'{before}' is done");
    }

    public void To(string step)
    {
        Until(() => Step.Length > 0, "the bench is open");
        for (var pressed = 0; Step != step && Step.Length > 0; pressed++)
        {
            Assert.True(pressed < MostSteps, $"'{step}' is not come to; the bench stands at '{Step}'");
            Done();
        }

        Assert.True(Step == step, $"'{step}' is gone by; the bench stands at '{Step}' and shows: {Text("main")}");
    }
}
