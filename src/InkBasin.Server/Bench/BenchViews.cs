using InkBasin.Core;
using InkBasin.Core.Bench;
using InkBasin.Store;

namespace InkBasin.Server.Bench;

/// <summary>A session as a device shows it.</summary>
/// <param name="Id">Identity.</param>
/// <param name="BuildId">The build.</param>
/// <param name="Revision">Raised with all that happens to it: of two views the one with the lower one is the older.</param>
/// <param name="Title">What is poured.</param>
/// <param name="ProductName">The product.</param>
/// <param name="InkName">Its tints; null when clear.</param>
/// <param name="OpenedAt">When it was opened.</param>
/// <param name="Now">Now, by the session's clock: the device goes on from here by a clock of its own.</param>
/// <param name="Speed">Seconds of the session to a real one: 1 but in rehearsals.</param>
/// <param name="IsRehearsal">Whether it is only practised.</param>
/// <param name="TimeZone">IANA name of the zone by whose clock it goes; null where none was noted.</param>
/// <param name="ByScale">Weighed; otherwise by marks on the cup.</param>
/// <param name="Mixes">How each cup is mixed.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Notices">What is to be known now, worst first.</param>
/// <param name="ChangesAt">When it has to be asked for again though nothing happens.</param>
/// <param name="Signs">What one would notice at the bench, in a rehearsal.</param>
/// <param name="Holder">The device that may go on with it.</param>
/// <param name="Ask">The device that asks for it.</param>
/// <param name="Untold">What the build could not be told.</param>
/// <param name="Away">What the device says while it goes on by itself.</param>
/// <param name="Review">The look back; null while it goes on.</param>
public sealed record BenchView(
    Guid Id,
    Guid BuildId,
    int Revision,
    string Title,
    string ProductName,
    string? InkName,
    DateTimeOffset OpenedAt,
    DateTimeOffset Now,
    double Speed,
    bool IsRehearsal,
    string? TimeZone,
    bool ByScale,
    IReadOnlyList<CupMix> Mixes,
    BenchState State,
    IReadOnlyList<Notice> Notices,
    DateTimeOffset? ChangesAt,
    IReadOnlyList<string> Signs,
    BenchDevice? Holder,
    HoldAsk? Ask,
    IReadOnlyList<string> Untold,
    AwayWords Away,
    SessionReview? Review);

/// <summary>Makes views of sessions.</summary>
internal sealed class BenchViews(BenchHolds holds, TimeProvider time)
{
    public BenchView Of(StoredSession session, IReadOnlyList<string>? untold = null)
    {
        var (now, state, script) = (session.Now(time.GetUtcNow()), session.State, session.Script);
        var said = BenchNotices.Of(script, state, now);
        return new BenchView(
            session.Id, session.BuildId, session.Revision, script.Title, script.ProductName, script.InkName, session.OpenedAt, now, session.Rehearsal?.Speed ?? 1, session.Rehearsal is not null, script.TimeZone, script.ByScale, script.Mixes,
            state, said.Notices, said.ChangesAt, session.Rehearsal?.Signs(state) ?? [], session.Holder, holds.AskOf(session.Id), untold ?? [], BenchNotices.Away,
            state.EndedAt is null ? null : SessionReview.Of(script, session.OpenedAt, state, now));
    }
}
