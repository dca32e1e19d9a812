using System.Runtime.CompilerServices;
using InkBasin.Server.Builds;

namespace InkBasin.Server.Tests;

/// <summary>A ground is compiled from the one nearest to it, and that from another: none may hold on to those before it.</summary>
public class SharedWorkTests
{
    [Fact]
    public async Task What_is_done_lets_go_of_what_it_was_made_from()
    {
        var (work, from) = Begin();
        Assert.Equal("made", await work.WaitAsync(TestContext.Current.CancellationToken));
        for (var tries = 0; tries < 50 && from.IsAlive; tries++)
        {
            GC.Collect();
            await Task.Delay(20, TestContext.Current.CancellationToken);
        }

        Assert.False(from.IsAlive);
        Assert.Equal("made", work.Done);
    }

    [MethodImpl(MethodImplOptions.NoInlining)]
    private static (SharedWork<string> Work, WeakReference From) Begin()
    {
        var from = new object();
        return (new SharedWork<string>(_ => from.ToString()!.Length > 0 ? "made" : ""), new WeakReference(from));
    }
}
