namespace InkBasin.Store;

/// <summary>A build as it is kept: the present document as JSON and its version, raised by every change.</summary>
public sealed class BuildRow
{
    public Guid Id { get; set; }

    /// <summary>Name, kept beside the document for the shelf.</summary>
    public string Name { get; set; } = "";

    /// <summary>The build as JSON, with the version it was written in.</summary>
    public string Document { get; set; } = "";

    /// <summary>Raised by one with every change; a writer must name the version it saw.</summary>
    public int Version { get; set; }

    public DateTime CreatedUtc { get; set; }

    public DateTime ChangedUtc { get; set; }

    /// <summary>When it was put in the bin; null while on the shelf.</summary>
    public DateTime? BinnedUtc { get; set; }
}

/// <summary>An edit on a build's undo list.</summary>
public sealed class EditRow
{
    public long Id { get; set; }

    public Guid BuildId { get; set; }

    /// <summary>What was done, in words.</summary>
    public string Label { get; set; } = "";

    /// <summary>The edit as JSON.</summary>
    public string Edit { get; set; } = "";

    /// <summary>The edit that takes it back, as JSON.</summary>
    public string Inverse { get; set; } = "";

    /// <summary>True while taken back: it can be redone until another edit is made.</summary>
    public bool Undone { get; set; }
}

/// <summary>One line of what happened to a build, by version: shown to a window that was behind.</summary>
public sealed class ChangeRow
{
    public long Id { get; set; }

    public Guid BuildId { get; set; }

    /// <summary>The version this change made.</summary>
    public int Version { get; set; }

    public string Label { get; set; } = "";

    public DateTime MadeUtc { get; set; }

    /// <summary>The writer's own mark for the request that made it; null when it had none. Sent again with the same mark it is not made twice.</summary>
    public string? Mark { get; set; }
}

/// <summary>A height grid or a picture that builds lay down.</summary>
public sealed class AttachmentRow
{
    /// <summary>Hash of the bytes.</summary>
    public string Id { get; set; } = "";

    public byte[] Data { get; set; } = [];
}

/// <summary>What a maker read off a label, as JSON; the whole thing follows from it.</summary>
public abstract class LabelRow
{
    public string Id { get; set; } = "";

    /// <summary>The label as JSON.</summary>
    public string Draft { get; set; } = "";

    public DateTime MadeUtc { get; set; }

    /// <summary>When it was taken off the shelf; null while on it. Kept, so that it can be put back.</summary>
    public DateTime? RemovedUtc { get; set; }
}

/// <summary>A product sheet of the maker's own (Core.Resin.SheetDraft).</summary>
public sealed class SheetRow : LabelRow;

/// <summary>A tint of the maker's own (Core.Ink.TintLabel).</summary>
public sealed class TintRow : LabelRow;

/// <summary>A bottle at hand.</summary>
public sealed class BottleRow
{
    public string Id { get; set; } = "";

    public string ProductId { get; set; } = "";

    public string Part { get; set; } = "";

    public double LeftG { get; set; }

    public DateOnly? BoughtOn { get; set; }

    public DateOnly? OpenedOn { get; set; }

    public double? FullG { get; set; }

    public double? Price { get; set; }

    public DateTime MadeUtc { get; set; }

    /// <summary>Raised with every change: two who pour from it at once do not both have the last of it.</summary>
    public int Version { get; set; }
}

/// <summary>Something of the cupboard as JSON.</summary>
public abstract class ItemRow
{
    public string Id { get; set; } = "";

    public string Item { get; set; } = "";

    public DateTime MadeUtc { get; set; }

    /// <summary>Raised with every change.</summary>
    public int Version { get; set; }
}

/// <summary>A good besides resin (Core.Stock.Good).</summary>
public sealed class GoodRow : ItemRow;

/// <summary>A size a product is sold in (Core.Stock.Pack).</summary>
public sealed class PackRow : ItemRow;

/// <summary>What one pour has taken out of the bottles: noted again it is not taken twice, struck out it goes back.</summary>
public sealed class DrawRow
{
    public Guid BuildId { get; set; }

    public string PourId { get; set; } = "";

    /// <summary>The product it was mixed of: what is put right, undone or redone is taken out of the same again.</summary>
    public string ProductId { get; set; } = "";

    /// <summary>Grams by bottle, as JSON; none while it is undone or struck out.</summary>
    public string Taken { get; set; } = "{}";

    /// <summary>Amounts of other goods by their id, as JSON: its tints, ml.</summary>
    public string TakenGoods { get; set; } = "{}";

    /// <summary>Ids of the bottles it opened, as JSON.</summary>
    public string Opened { get; set; } = "[]";
}

/// <summary>What one piece of a build's work has taken out of the goods (Core.Plan.Work): noted again it is not taken twice, struck out it goes back.</summary>
public sealed class WorkDrawRow
{
    public Guid BuildId { get; set; }

    public string WorkId { get; set; } = "";

    /// <summary>What was done, in words.</summary>
    public string What { get; set; } = "";

    /// <summary>The day it was done, by the build's clock.</summary>
    public DateOnly On { get; set; }

    /// <summary>Amounts by the good's id, as JSON.</summary>
    public string Taken { get; set; } = GoodDraws.None;
}

/// <summary>A mixing session at the bench: its script as it was opened. Where it stands follows from its events.</summary>
public sealed class BenchSessionRow
{
    public Guid Id { get; set; }

    public Guid BuildId { get; set; }

    /// <summary>The script as JSON (Core.Bench.BenchScript).</summary>
    public string Script { get; set; } = "";

    public DateTime OpenedUtc { get; set; }

    /// <summary>The rehearsal as JSON (Core.Bench.Rehearsal); null for a session that is meant.</summary>
    public string? Rehearsal { get; set; }

    /// <summary>The device that may go on with it; null when none holds it.</summary>
    public string? Holder { get; set; }

    /// <summary>What that device is called.</summary>
    public string? HolderName { get; set; }

    /// <summary>When it ended; null while it goes on.</summary>
    public DateTime? EndedUtc { get; set; }

    /// <summary>Whether the build knows all of it: what it poured is begun and noted, and it stands in the log.</summary>
    public bool Told { get; set; }

    /// <summary>Raised with every change of the row itself.</summary>
    public int Version { get; set; }
}

/// <summary>Something that happened in a session. Only ever added.</summary>
public sealed class BenchEventRow
{
    public Guid SessionId { get; set; }

    /// <summary>Its place, from 1: two writers cannot both have the same.</summary>
    public int Number { get; set; }

    /// <summary>The device's own mark.</summary>
    public string EventId { get; set; } = "";

    /// <summary>The event as JSON (Core.Bench.BenchEvent).</summary>
    public string Event { get; set; } = "";
}
