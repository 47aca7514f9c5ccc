using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>Repairs of one problem as one job: named by the cause, as urgent as the most urgent of them, its harm counted once.</summary>
internal static class Folding
{
    /// <summary>Longer than this a title of two repairs is no title.</summary>
    private const int LongestTitle = 90;

    /// <summary>
    /// Signs put into the repair of what made them, before it is known which repairs go with a section. A cause that has to wait for the section has no repair that
    /// would end the sign, which is looked into meanwhile.
    /// </summary>
    public static IReadOnlyList<Job> Signs(RuleBook book, IReadOnlyList<Job> repairs, IReadOnlyList<RoofProblem> problems)
    {
        var jobOf = repairs.ToDictionary(r => r.Lead!.FindingId);
        var folded = new Dictionary<Guid, Job?>();
        foreach (var problem in problems)
        {
            var own = Own(problem, jobOf);
            var lead = own.FindIndex(o =>
                o.Part.Role != ProblemRole.Sign
                && IsRepair(o.Job)
                && o.Job.Condition!.AtRenewal is AtRenewal.Done or AtRenewal.Spots or AtRenewal.Apart
            );
            var signs = own.Where(o => o.Part.Role == ProblemRole.Sign && (IsRepair(o.Job) || IsSignOnly(o))).ToList();
            if (lead < 0 || signs.Count == 0)
            {
                continue;
            }
            folded[own[lead].Job.Lead!.FindingId] = Folded(book, [own[lead], .. signs]);
            signs.ForEach(s => folded[s.Job.Lead!.FindingId] = null);
        }
        return [.. repairs.Select(r => folded.TryGetValue(r.Lead!.FindingId, out var other) ? other : r).OfType<Job>()];
    }

    /// <summary>The jobs of a problem: causes first, of several the weightiest, whichever was recorded first.</summary>
    private static List<(ProblemPart Part, Job Job)> Own(RoofProblem problem, Dictionary<Guid, Job> jobOf) =>
        [
            .. problem
                .Parts.Where(p => jobOf.ContainsKey(p.FindingId))
                .Select(p => (Part: p, Job: jobOf[p.FindingId]))
                .OrderBy(o => o.Part.Role)
                .ThenByDescending(o => o.Job.Item.Urgency)
                .ThenByDescending(o => o.Job.Governing!.Rank)
                .ThenByDescending(o => o.Job.Item.LossHigh)
                .ThenBy(o => o.Job.Condition!.Code, StringComparer.Ordinal),
        ];

    public static IEnumerable<Job> ByProblem(RuleBook book, IReadOnlyList<Job> repairs, IReadOnlyList<RoofProblem> problems)
    {
        var jobOf = repairs.ToDictionary(r => r.Lead!.FindingId);
        foreach (var problem in problems)
        {
            // What can be done only while the covering is off ends nothing before that: what it brings about is looked into meanwhile.
            var (waiting, own) = Split(Own(problem, jobOf));
            foreach (var job in waiting)
            {
                yield return job;
            }
            var lead = Lead(own);
            var one = lead < 0 ? [] : own.Where((o, at) => at == lead || Joins(own[lead], o)).OrderBy(o => o.Job != own[lead].Job).ToList();
            foreach (var alone in own.Where(o => !one.Contains(o)))
            {
                yield return alone.Job;
            }
            if (one.Count > 0)
            {
                yield return one.Count == 1 ? one[0].Job : Folded(book, one);
            }
        }
    }

    private static (List<Job> Waiting, List<(ProblemPart Part, Job Job)> Others) Split(List<(ProblemPart Part, Job Job)> own) =>
        (
            [.. own.Where(o => o.Job.Condition!.AtRenewal == AtRenewal.Only).Select(o => o.Job)],
            [.. own.Where(o => o.Job.Condition!.AtRenewal != AtRenewal.Only)]
        );

    /// <summary>
    /// What the others go with: damage that endangers people as it is, where the same trade repairs its cause as well (what may fall is secured by itself, at once); a cause that is opened up before
    /// the damage there is repaired; else the first repair; where nothing is repaired yet, a cause that somebody has to evaluate.
    /// </summary>
    private static int Lead(List<(ProblemPart Part, Job Job)> own)
    {
        var danger = own.FindIndex(o =>
            IsDangerousDamage(o) && own.Exists(c => c.Part.Role == ProblemRole.Cause && IsSameWork(o.Job, c.Job))
        );
        if (danger >= 0)
        {
            return danger;
        }
        var opened = own.FindIndex(cause => own.Exists(damage => IsOpenedFirst(cause, damage)));
        if (opened >= 0 && !own.Exists(o => o.Part.Role == ProblemRole.Cause && IsRepair(o.Job)))
        {
            return opened;
        }
        var repair = own.FindIndex(o => o.Part.Role != ProblemRole.Sign && IsRepair(o.Job));
        return repair >= 0 ? repair : own.FindIndex(o => o.Part.Role == ProblemRole.Cause && IsEvaluated(o.Job));
    }

    /// <summary>Damage at the place of a cause that somebody opens up: what is repaired there is known only then.</summary>
    private static bool IsOpenedFirst((ProblemPart Part, Job Job) cause, (ProblemPart Part, Job Job) damage) =>
        cause.Part.Role == ProblemRole.Cause
        && damage.Part.Role == ProblemRole.Damage
        && IsEvaluated(cause.Job)
        && IsRepair(damage.Job)
        && Places.Same(cause.Job.PlainPlace, damage.Job.PlainPlace) == true;

    private static bool IsDangerousDamage((ProblemPart Part, Job Job) of) =>
        of.Part.Role == ProblemRole.Damage
        && of.Job.Condition!.Hazard == Hazard.Present
        && of.Job.Item.Urgency == UrgencyClass.MakeSafeNow
        && of.Job.Lead!.Outcome == FindingOutcome.Mend;

    /// <summary>Of one trade, and at one place that is named: then it is opened once.</summary>
    private static bool IsSameWork(Job danger, Job cause) =>
        IsRepair(cause) && cause.Item.Trade == danger.Item.Trade && Places.Same(danger.PlainPlace, cause.PlainPlace) == true;

    private static bool IsEvaluated(Job job) =>
        job.Item.Urgency != UrgencyClass.MakeSafeNow && job.Lead!.Outcome is FindingOutcome.HaveJudged or FindingOutcome.Investigate;

    /// <summary>
    /// A sign goes with what made it, and what is evaluated with its cause once that is opened. Else what endangers people stays a job by itself, and so does what
    /// somebody else has to evaluate.
    /// </summary>
    private static bool Joins((ProblemPart Part, Job Job) lead, (ProblemPart Part, Job Job) other) =>
        IsDangerousDamage(lead) ? other.Part.Role != ProblemRole.Damage && IsSameWork(lead.Job, other.Job) || IsSignOnly(other)
        : IsRepair(lead.Job) ? IsRepair(other.Job) || IsSignOnly(other)
        : IsEvaluated(other.Job) || IsOpenedFirst(lead, other) || IsSign(other);

    private static bool IsSignOnly((ProblemPart Part, Job Job) of) =>
        IsSign(of) && of.Job.Lead!.Outcome is FindingOutcome.Investigate or FindingOutcome.Watch;

    /// <summary>What tells of the leak: a stain, or a tarp that somebody laid over it.</summary>
    private static bool IsSign((ProblemPart Part, Job Job) of) =>
        of.Part.Role is ProblemRole.Sign or ProblemRole.Makeshift && of.Job.Item.Urgency != UrgencyClass.MakeSafeNow;

    private static bool IsRepair(Job job) =>
        job.Item.Urgency != UrgencyClass.MakeSafeNow
        && job.Lead!.Verdict.IsDefect
        && job.Lead.Outcome is FindingOutcome.Mend or FindingOutcome.OtherTrade;

    private static Job Folded(RuleBook book, List<(ProblemPart Part, Job Job)> of)
    {
        var (lead, others) = (of[0].Job, of.Skip(1).ToList());
        var governing = of.Select(o => o.Job).MaxBy(j => (j.Item.Urgency, j.Governing!.Rank, j.Item.LossHigh))!;
        var dearest = of.Select(o => o.Job.Item).MaxBy(i => i.LossHigh)!;
        List<Job> repaired = [.. others.Where(o => o.Part.Role is ProblemRole.Cause or ProblemRole.Damage).Select(o => o.Job)];
        var whole = WholeFlashing.Title(book, of.Select(o => o.Job.Condition!.Element));
        bool IsPiece(Job job) => whole is not null && book.FindElement(job.Condition!.Element)?.TogetherAs == whole;
        var item = lead.Item with
        {
            Title = Title(
                IsPiece(lead) ? whole! : lead.Item.Title,
                [.. repaired.Where(j => !IsPiece(lead) || !IsPiece(j)).Select(j => j.Item.Title)],
                IsEvaluated(lead)
            ),
            // What was seen of one piece is not how much of all is replaced.
            Amount = IsPiece(lead) ? null : lead.Item.Amount,
            Place = Place(lead.Item, [.. repaired.Select(j => j.Item)]),
            Urgency = governing.Item.Urgency,
            Marks = governing.Item.Marks,
            UrgencyWords = governing.Item.UrgencyWords,
            Why =
                governing.Item.Urgency == lead.Item.Urgency
                    ? lead.Item.Why
                    : $"{lead.Item.Why} It is as urgent as “{Sentences.Lower(governing.Lead!.Name)}”, which is done with it.",
            Steps = [.. of.SelectMany(o => o.Job.Item.Steps).Distinct()],
            NotARepair = of.Select(o => o.Job.Item.NotARepair).FirstOrDefault(n => n.Length > 0) ?? "",
            LossLow = dearest.LossLow,
            LossHigh = dearest.LossHigh,
            // A stain is nobody's work by itself.
            Trade = IsEvaluated(lead)
                ? lead.Item.Trade
                : Trades([.. of.Where(o => o.Job == lead || !IsSign(o)).Select(o => o.Job.Item.Trade)]),
            Resolves = [.. of.SelectMany(o => o.Job.Item.Resolves!)],
        };
        return lead with { Item = item, Governing = governing.Governing! with { LossLow = item.LossLow, LossHigh = item.LossHigh } };
    }

    /// <summary>Where it is done: each slope of it, the first finding's first.</summary>
    private static string Place(WorkItem lead, List<WorkItem> others) =>
        string.Join(
            "; ",
            others
                .Where(o => lead.SlopeId is not null && o.SlopeId is not null && o.SlopeId != lead.SlopeId)
                .DistinctBy(o => o.SlopeId)
                .Select(o => o.Place)
                .Prepend(lead.Place)
        );

    private static string Title(string lead, List<string> others, bool evaluated)
    {
        if (others.Count == 0 || evaluated)
        {
            return lead;
        }
        var both = others.Count == 1 && others[0] != lead ? Both(lead, others[0]) : "";
        return both.Length is > 0 and <= LongestTitle ? both : $"{lead}, with {Sentences.Count(others.Count, "related repair")}";
    }

    private static string Both(string lead, string other)
    {
        var next = Sentences.Lower(other);
        // Two that are double in themselves are told apart by more than a third "and".
        return lead.Contains(" and ", StringComparison.Ordinal) || other.Contains(" and ", StringComparison.Ordinal) ? $"{lead}; {next}"
            : lead.EndsWith($" or {next}", StringComparison.Ordinal) ? other
            : other.EndsWith($" or {Sentences.Lower(lead)}", StringComparison.Ordinal) ? lead
            : IsOneVerb(lead.Split(' '), other.Split(' ')) ? InOne(lead.Split(' '), other.Split(' '))
            : $"{lead} and {next}";
    }

    /// <summary>Each has one verb, and it is the same: then it is said once.</summary>
    private static bool IsOneVerb(string[] one, string[] other) =>
        one.Length > 2
        && other.Length > 2
        && one[0] == other[0]
        && one[1] != "or"
        && other[1] != "or"
        && !one.Concat(other).Any(word => word.EndsWith(',') || word.EndsWith(';'));

    /// <summary>“Install step flashing and kick-out flashing”, “Refer the crown and the spalled brick to a mason”.</summary>
    private static string InOne(string[] one, string[] other)
    {
        var (first, second) = (Array.IndexOf(one, "to"), Array.IndexOf(other, "to"));
        var kept = first > 0 && second > 0 && one.Skip(first).SequenceEqual(other.Skip(second)) ? first : one.Length;
        return $"{string.Join(' ', one[..kept])} and {string.Join(' ', other[1..])}";
    }

    /// <summary>A roofer where none is named; several are named together.</summary>
    private static string Trades(List<string> of)
    {
        // A chimney mason is a mason.
        var several = of.Distinct().Where(t => t.Length == 0 || !of.Exists(o => o.EndsWith($" {t}", StringComparison.Ordinal))).ToList();
        return several.Count == 1 ? several[0] : Sentences.List([.. several.Select(t => t.Length == 0 ? "roofer" : t)]);
    }
}
