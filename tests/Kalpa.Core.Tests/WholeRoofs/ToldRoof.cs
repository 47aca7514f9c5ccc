using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>A whole roof as an inspector tells it: slopes with their sizes and covering, where was looked, what was found; and the plan of work as lines to read.</summary>
internal sealed class ToldRoof(params string[] looked)
{
    private readonly List<SlopeFact> slopes = [];
    private readonly List<CoveringFact> coverings = [];
    private readonly List<StageFact> stages = [];
    private readonly List<FindingFact> findings = [];
    private readonly List<OpinionFact> opinions = [];
    private readonly List<ComponentFact> components = [];
    private readonly List<LifeOpinionFact> years = [];
    private Commission? commission;
    private int told;

    /// <summary>A slope so many feet along the eave and on plan, its covering laid in a year and rated at a stage all over.</summary>
    public ToldRoof Slope(
        string letter,
        string pitch,
        Facing facing,
        string kind,
        int? laid,
        int? stage,
        double eave = 40,
        double run = 15,
        Under under = Under.Attic,
        int layers = 1
    )
    {
        var slope = new SlopeFact(
            Next(),
            Guid.Empty,
            letter,
            "",
            TypedPitch.Of(pitch, PitchSource.Tape),
            facing,
            under,
            new TypedLength($"{eave} ft", eave * 12),
            new TypedLength($"{run} ft", run * 12)
        );
        slopes.Add(slope);
        coverings.Add(
            new CoveringFact(Guid.CreateVersion7(), slope.Id, kind, laid, laid, laid is null ? AgeSource.Unknown : AgeSource.Permit, layers)
        );
        if (stage is { } seen)
        {
            stages.Add(new StageFact(Guid.CreateVersion7(), Roof.Visit.Id, slope.Id, [new StageShare(seen, 100)]));
        }
        return this;
    }

    public ToldRoof Finds(
        string slope,
        string code,
        string place = "",
        WaterEvidence water = WaterEvidence.NoneSeen,
        string? measure = null,
        string? decided = null,
        bool below = false,
        Extent extent = Extent.OnePlace,
        FindingAmount? amount = null
    )
    {
        findings.Add(
            Roof.Found(code, water, measure, decided, below, extent) with
            {
                Id = Next(),
                SlopeId = slope.Length == 0 ? null : Of(slope).Id,
                Place = place,
                Amount = amount,
            }
        );
        return this;
    }

    /// <summary>The last finding put into another class by the inspector.</summary>
    public ToldRoof Moves(UrgencyClass to)
    {
        findings[^1] = findings[^1] with { Moved = new MovedUrgency(to, "seen for years", "M. Ek", DateTimeOffset.UnixEpoch) };
        return this;
    }

    /// <summary>The inspector's own recommendation for a slope.</summary>
    public ToldRoof Recommends(OpinionAction action, string slope)
    {
        opinions.Add(PlanOfWork.Cases.Recommended(action, Of(slope).Id));
        return this;
    }

    /// <summary>The inspector's own figures for what is left of a slope.</summary>
    public ToldRoof Lasts(string slope, YearsLeft left)
    {
        years.Add(
            new LifeOpinionFact(
                Guid.CreateVersion7(),
                Roof.Visit.Id,
                Of(slope).Id,
                null,
                left,
                "seen on the roof",
                "M. Ek",
                DateTimeOffset.UnixEpoch
            )
        );
        return this;
    }

    /// <summary>A component of a slope, seen and rated by itself.</summary>
    public ToldRoof Component(string slope, string key, int? laid, int? stage)
    {
        var component = new ComponentFact(Guid.CreateVersion7(), Of(slope).Id, key, StackPlace.Under, 1, laid, laid, AgeSource.Permit);
        components.Add(component);
        if (stage is { } seen)
        {
            stages.Add(new StageFact(Guid.CreateVersion7(), Roof.Visit.Id, Of(slope).Id, [new StageShare(seen, 100)], component.Id));
        }
        return this;
    }

    public ToldRoof For(CommissionPurpose purpose)
    {
        commission = new Commission(purpose);
        return this;
    }

    public Assessment Judged() => Assessor.Assess(Facts(), RuleBook.Current);

    public AssessInput Facts() =>
        Roof.With(Roof.Input, r => r with { SlopeOpinions = opinions, LifeOpinions = years }) with
        {
            Slopes = slopes,
            Coverings = coverings,
            Stages = stages,
            Findings = findings,
            Components = components,
            Looks = [.. looked.Select(station => new LookFact(Guid.CreateVersion7(), Roof.Visit.Id, station, null, LookState.Looked))],
            Visit = Roof.Visit with { FinishedAt = DateTimeOffset.UnixEpoch, Commission = commission },
        };

    /// <summary>The plan of work reads as told, every line of it.</summary>
    public static void Holds(ToldRoof roof, params string[] plan) => Lines(roof.Judged()).ShouldBe(plan);

    /// <summary>The decision and the work, line by line, and what asks for nothing.</summary>
    private static IEnumerable<string> Lines(Assessment judged) =>
        [
            .. judged.Decision.Split('\n'),
            .. judged.Work.Select(w => $"{w.UrgencyWords}: {w.Title}{(w.Place.Length > 0 ? $" ({w.Place})" : "")}"),
            .. judged.WithoutJob.Select(w => $"no job: {w.Name}. {w.Why}"),
        ];

    /// <summary>Ids in the order of telling.</summary>
    private Guid Next() => new(++told, 0, 0x7000, 0x80, 0, 0, 0, 0, 0, 0, 0);

    private SlopeFact Of(string letter) => slopes.Single(s => s.Letter == letter);
}
