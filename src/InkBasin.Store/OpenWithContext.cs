using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace InkBasin.Store;

/// <summary>A context's connection, once opened, stays open until the context is disposed of: one opening a request, not one a query.</summary>
internal sealed class OpenWithContext : DbConnectionInterceptor
{
    /// <summary>It keeps nothing: one does for all contexts.</summary>
    public static OpenWithContext Only { get; } = new();

    /// <inheritdoc/>
    public override InterceptionResult ConnectionClosing(DbConnection connection, ConnectionEventData eventData, InterceptionResult result) => InterceptionResult.Suppress();

    /// <inheritdoc/>
    public override ValueTask<InterceptionResult> ConnectionClosingAsync(DbConnection connection, ConnectionEventData eventData, InterceptionResult result) =>
        new(InterceptionResult.Suppress());
}
