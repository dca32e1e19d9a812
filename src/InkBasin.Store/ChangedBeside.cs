using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>What another window or a pour changed at the same moment.</summary>
internal static class ChangedBeside
{
    private const int MostTries = 8;

    /// <summary>Makes a change that reads what it changes, again on what was written meanwhile: changed, or put where this would put its own.</summary>
    public static async Task TryAsync(DbContext context, Func<Task> change)
    {
        for (var tries = 1; ; tries++)
        {
            try
            {
                await change();
                return;
            }
            catch (DbUpdateException) when (tries < MostTries)
            {
                context.ChangeTracker.Clear();
            }
        }
    }
}
