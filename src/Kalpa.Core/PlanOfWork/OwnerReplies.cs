using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What the owner says to a job or an option, in words. <paramref name="Caution"/>: what a declined job leaves as a danger to people, empty where there is none;
/// <paramref name="Option"/>: which option it answers, empty for a job.
/// </summary>
public sealed record OwnerReplyAnswer(Guid Id, OwnerDecision Decision, string Of, string Words, string Caution, string Option);

/// <summary>The owner's replies put to the jobs they answer. None is lost: one whose job is gone, or is asked differently now, is told with what was asked.</summary>
internal static class OwnerReplies
{
    public static (IReadOnlyList<WorkItem> Work, IReadOnlyList<OwnerReplyAnswer>? Others) Of(
        IReadOnlyList<WorkItem> work,
        IReadOnlyList<OwnerReplyFact>? replies
    )
    {
        if (replies is not { Count: > 0 })
        {
            return (work, null);
        }
        var ordered = replies.OrderBy(r => r.On).ThenBy(r => r.Id).ToList();
        var answered = work.Select(item =>
                (
                    Item: item,
                    Reply: ordered.LastOrDefault(r => r.Option.Length == 0 && NamedJobs.Find(work, r.FindingId, r.SlopeId, r.Title) == item)
                )
            )
            .ToList();
        var others = ordered.Except(answered.Select(a => a.Reply).OfType<OwnerReplyFact>()).Select(r => Told(r, null)).ToList();
        return (
            [.. answered.Select(a => a.Reply is { } reply ? a.Item with { Reply = Told(reply, a.Item) } : a.Item)],
            others.Count == 0 ? null : others
        );
    }

    private static OwnerReplyAnswer Told(OwnerReplyFact reply, WorkItem? item)
    {
        var who = reply.Who.Trim();
        var said = reply.Words.Trim();
        string[] parts =
        [
            $"{Decision(reply.Decision)} by {(who.Length > 0 ? who : "the owner")} on {Sentences.Day(reply.On)}",
            said.Length > 0 ? $": “{said}”" : "",
            item is not null && item.Title != reply.Title ? $" (asked as “{Sentences.Lower(reply.Title)}”)" : "",
        ];
        var danger = reply.Decision != OwnerDecision.Accepted && item?.Urgency == UrgencyClass.MakeSafeNow;
        return new OwnerReplyAnswer(
            reply.Id,
            reply.Decision,
            reply.Title,
            $"{string.Concat(parts)}.",
            danger ? "Someone can be injured until this is done." : "",
            reply.Option
        );
    }

    private static string Decision(OwnerDecision decision) =>
        decision switch
        {
            OwnerDecision.Accepted => "Accepted",
            OwnerDecision.Declined => "Declined",
            _ => "Put off",
        };
}
