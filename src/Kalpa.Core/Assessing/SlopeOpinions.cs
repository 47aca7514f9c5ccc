using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>An opinion in words: what is to become of it, when, by whom, why; its branches; and what was thought before.</summary>
public sealed record OpinionAnswer(
    Guid Id,
    Guid? SlopeId,
    string Of,
    OpinionAction Action,
    string Headline,
    string Because,
    IReadOnlyList<string> Branches,
    IReadOnlyList<string> History,
    string By
);

/// <summary>Opinions on slopes and on the roof (methods, section 8): records of their own, with history, event and branch.</summary>
public static class SlopeOpinions
{
    public static IReadOnlyList<OpinionAnswer> Of(RuleBook book, AssessInput input)
    {
        var past = (input.Records?.PastVisits ?? []).OrderByDescending(v => v.On).ThenByDescending(v => v.VisitId).ToList();
        var letters = input.Slopes.ToDictionary(s => s.Id, s => s.Letter);
        return
        [
            .. (input.Records?.SlopeOpinions ?? [])
                .Where(o => o.SlopeId is null || letters.ContainsKey(o.SlopeId.Value))
                .OrderBy(o => o.SlopeId is null ? "" : letters[o.SlopeId.Value], StringComparer.Ordinal)
                .ThenBy(o => o.Id)
                .Select(o => Of(book, o, o.SlopeId is { } id ? $"Slope {letters[id]}" : "The whole roof", past)),
        ];
    }

    /// <summary>A day within so many days is this season: a quarter of a year (common practice).</summary>
    private const int SeasonDays = 92;

    /// <summary>The recommendation that stands for a slope: its own before one for the whole roof; null where none is recorded.</summary>
    public static OpinionFact? Governing(AssessInput input, Guid slopeId) =>
        (input.Records?.SlopeOpinions ?? [])
            .Where(o => o.SlopeId is null || o.SlopeId == slopeId)
            .OrderBy(o => o.SlopeId is null)
            .ThenBy(o => o.Id)
            .FirstOrDefault();

    /// <summary>Whether it has the covering renewed; null where it leaves that to somebody else, or none is recorded.</summary>
    public static bool? Renews(OpinionFact? opinion) =>
        opinion?.Action switch
        {
            null or OpinionAction.Investigate or OpinionAction.HaveJudged => null,
            var action => action is OpinionAction.Replace or OpinionAction.Relay or OpinionAction.Recover or OpinionAction.Reslope,
        };

    /// <summary>How soon it wants something done: by its day or its event; without either, within the year.</summary>
    public static UrgencyClass Urgency(OpinionFact opinion, DateOnly asOf) =>
        opinion.Event == OpinionEvent.Winter || opinion.ByDay <= asOf.AddDays(SeasonDays) ? UrgencyClass.ThisSeason
        : opinion.Event == OpinionEvent.None && opinion.ByDay > asOf.AddYears(1) ? UrgencyClass.WithReroof
        : UrgencyClass.WithinYear;

    private static OpinionAnswer Of(RuleBook book, OpinionFact opinion, string of, List<PastVisit> past) =>
        new(
            opinion.Id,
            opinion.SlopeId,
            of,
            opinion.Action,
            Headline(book, opinion),
            Sentence(opinion.Because),
            [
                .. opinion.Branches.Select(b =>
                    $"If {b.If.Trim().TrimEnd('.')}: {Sentences.Lower(Words(b.Then))}{(b.Words.Length > 0 ? $", {b.Words.Trim().TrimEnd('.')}" : "")}."
                ),
            ],
            [
                .. opinion.Earlier.Select(e =>
                    $"Until {Sentences.Day(DateOnly.FromDateTime(e.Until.DateTime))}: {Sentences.Lower(Words(e.Action))}{(e.Who.Length > 0 ? $" ({e.Who})" : "")}, because {Sentences.Lower(e.Because).Trim().TrimEnd('.')}. Changed: {Sentences.Lower(e.Reason).Trim().TrimEnd('.')}."
                ),
                .. past.SelectMany(v =>
                    (v.SlopeOpinions ?? [])
                        .Where(o => o.SlopeId == opinion.SlopeId)
                        .OrderBy(o => o.Id)
                        .Select(o =>
                            $"On {Sentences.Day(v.On)}: {Sentences.Lower(Headline(book, o)).TrimEnd('.')}, because {Sentences.Lower(o.Because).Trim().TrimEnd('.')}."
                        )
                ),
            ],
            opinion.By
        );

    private static string Headline(RuleBook book, OpinionFact opinion)
    {
        var who =
            opinion.Who.Length == 0 ? ""
            : opinion.Action == OpinionAction.HaveJudged ? $" by {opinion.Who}"
            : $", {opinion.Who}";
        var when = When(opinion);
        var with = With(book, opinion);
        return $"{Words(opinion.Action)}{(with.Length > 0 ? $" {with}" : "")}{who}{(when.Length > 0 ? $", {when}" : "")}.";
    }

    /// <summary>The covering that is asked for: <c>with standing-seam metal</c>; empty where none is named.</summary>
    public static string With(RuleBook book, OpinionFact opinion) =>
        opinion.Covering is { } kind ? $"with {book.FindCovering(kind)?.Name ?? BookKey.InWords(kind)}" : "";

    /// <summary>The event and the day it waits for: <c>before the winter, by October 1, 2027</c>; empty where it waits for none.</summary>
    public static string When(OpinionFact opinion)
    {
        var before = opinion.Event switch
        {
            OpinionEvent.Closing => "before the closing",
            OpinionEvent.Solar => "before the array goes on",
            OpinionEvent.Winter => "before the winter",
            OpinionEvent.Storm => "after the next storm",
            _ => "",
        };
        var day = opinion.ByDay is { } by ? $"by {Sentences.Day(by)}" : "";
        return string.Join(", ", new[] { before, day }.Where(w => w.Length > 0));
    }

    public static string Words(OpinionAction action) =>
        action switch
        {
            OpinionAction.Monitor => "Monitor",
            OpinionAction.Document => "Document only",
            OpinionAction.Investigate => "Further evaluation",
            OpinionAction.HaveJudged => "Have it evaluated",
            OpinionAction.Repair => "Repair",
            OpinionAction.Relay => "Lift and relay",
            OpinionAction.Recover => "Recover",
            OpinionAction.Reslope => "Re-slope to 4:12",
            _ => "Replace",
        };

    private static string Sentence(string text)
    {
        var said = text.Trim();
        return said.Length == 0 ? "" : $"{Sentences.Upper(said).TrimEnd('.')}.";
    }
}
