using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Assessing;

/// <summary>
/// Assesses one roof again and again while a finding is entered: slopes and findings that the change cannot have touched are taken over from the last time. Facts
/// count as unchanged when they are the same objects, so whoever reads them hands over again what was handed over before. For one thread.
/// </summary>
public sealed class RepeatedAssessor
{
    private Remembered? last;

    public Assessment Assess(AssessInput recorded, RuleBook book)
    {
        var now = new Remembered(recorded, book, last);
        var assessment = Assessor.Assess(recorded, book, now);
        now.Forget();
        last = now;
        return assessment;
    }
}

/// <summary>What one assessment worked out for each slope and finding, and what of the one before it still holds.</summary>
internal sealed class Remembered
{
    private readonly AssessInput recorded;
    private readonly RuleBook book;
    private readonly Dictionary<Guid, SlopeAssessment> slopes = [];
    private readonly Dictionary<FindingFact, (FindingAround Around, FindingAssessment Judged)> findings = new(
        ReferenceEqualityComparer.Instance
    );
    private readonly KnownLives lives;
    private Remembered? before;

    public Remembered(AssessInput recorded, RuleBook book, Remembered? last)
    {
        (this.recorded, this.book) = (recorded, book);
        // All but the findings has to be what it was: nearly everything else reaches every slope.
        before = last is not null && ReferenceEquals(last.book, book) && SameButFindings(last.recorded, recorded) ? last : null;
        lives = last is not null && ReferenceEquals(last.book, book) ? last.lives : new KnownLives(book);
        lives.Repeated = last is not null;
    }

    /// <summary>Lets go of the assessment before the last one.</summary>
    public void Forget() => before = null;

    public LifeAnswer Life(LifeFacts facts) => lives.Of(facts);

    public SlopeAssessment Slope(Guid id, Func<SlopeAssessment> judge) =>
        slopes[id] =
            before is not null
            && before.slopes.TryGetValue(id, out var known)
            && FindingsOf(before.recorded, id).SequenceEqual(FindingsOf(recorded, id), Same)
                ? known
                : judge();

    public FindingAssessment Finding(int index, FindingAround around, Func<FindingAssessment> judge)
    {
        var finding = recorded.Findings[index];
        var judged =
            before is not null && before.findings.TryGetValue(finding, out var known) && known.Around.Equals(around)
                ? known.Judged
                : judge();
        findings[finding] = (around, judged);
        return judged;
    }

    private static readonly IEqualityComparer<FindingFact> Same = EqualityComparer<FindingFact>.Create((a, b) => ReferenceEquals(a, b));

    private static IEnumerable<FindingFact> FindingsOf(AssessInput input, Guid slopeId) =>
        input.Findings.Where(f => f.SlopeId == slopeId || f.SlopeId is null);

    /// <summary>Records compare their lists as objects, which is what is meant here.</summary>
    private static bool SameButFindings(AssessInput a, AssessInput b) => a with { Findings = b.Findings } == b;
}

/// <summary>
/// What the judgement of a finding takes from its slope and from the findings beside it. <paramref name="Sign"/>: a stain recorded at its place, and what that shows;
/// null where there is none.
/// </summary>
internal sealed record FindingAround(
    bool NearEnd,
    bool ReroofDue,
    IReadOnlyList<CombinationAnswer> Together,
    (string Name, WaterEvidence Shows)? Sign = null
)
{
    public bool Equals(FindingAround? other) =>
        other is not null
        && NearEnd == other.NearEnd
        && ReroofDue == other.ReroofDue
        && Sign == other.Sign
        && Together.Count == other.Together.Count
        && Together.Zip(other.Together).All(t => Same(t.First, t.Second));

    public override int GetHashCode() => HashCode.Combine(NearEnd, ReroofDue, Together.Count, Sign);

    private static bool Same(CombinationAnswer a, CombinationAnswer b) =>
        a with { Findings = b.Findings } == b && a.Findings.SequenceEqual(b.Findings);
}
