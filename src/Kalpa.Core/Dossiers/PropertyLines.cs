using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Dossiers;

/// <summary>What a list shows of the years of a slope.</summary>
public sealed record LifeLine(AgeRange? Age, YearsLeft? Stated, string Headline);

/// <summary><paramref name="Unfit"/>: unfit as built, so that no years are stated; <paramref name="FiguresCovered"/>: its years are hidden until it is signed off.</summary>
public sealed record SlopeLine(Guid SlopeId, string Letter, Facing Facing, bool Unfit, bool FiguresCovered, LifeLine? Life);

public sealed record DueLine(string Title, string Place, [property: JsonPropertyName("nails")] int Marks, string UrgencyWords);

public sealed record VisitLine(Guid Id, DateOnly On, string Inspector, DateTimeOffset? FinishedAt);

/// <summary>
/// A roof as its last visit left it. <paramref name="Due"/> is the first of what falls due within a year, <paramref name="DueCount"/> all of it;
/// <paramref name="AsOf"/>: the day its figures are of.
/// </summary>
public sealed record RoofLine(
    Guid RoofId,
    string RoofName,
    VisitLine? LatestVisit,
    IReadOnlyList<SlopeLine> Slopes,
    string Headline,
    IReadOnlyList<DueLine> Due,
    int DueCount,
    DateOnly AsOf
);

/// <summary>
/// A property in a list. <paramref name="NextDue"/>: the day its next work or look falls due, null where nothing does; <paramref name="LeastYears"/>: the fewest
/// years that any slope likely has left, null where none are stated. <paramref name="Fresh"/>: false while it is being worked out again;
/// <paramref name="Asked"/>: questions that came to its reports and are not answered, the oldest of them to the visit <paramref name="AskedOf"/>.
/// </summary>
public sealed record PropertyLine(
    Guid PropertyId,
    string PropertyName,
    string Address,
    string Owner,
    IReadOnlyList<string> Tags,
    IReadOnlyList<RoofLine> Roofs,
    DateOnly? NextDue,
    double? LeastYears,
    bool Fresh = true,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] int? Asked = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Guid? AskedOf = null
);

/// <summary>A property cut down to what a list of hundreds can carry.</summary>
public static class PropertyLines
{
    private const int DueShown = 2;
    private const int SeasonMonths = 3;
    private const int YearMonths = 12;

    /// <summary>Null where the property itself is not among the facts.</summary>
    public static PropertyLine? Of(FactSet facts, Guid propertyId, DateOnly today, RuleBook book)
    {
        if (facts.Find<PropertyFact>(propertyId) is not { } property)
        {
            return null;
        }
        var buildings = DossierBuilder.BuildingsOf(facts, propertyId);
        var all = DossierBuilder.RoofsOf(facts, buildings);
        var roofs = all.Select(r => Judged(facts, property, r, DossierBuilder.NameOf(r, buildings, all), today, book)).ToList();
        var asked = facts.Of<ReportQuestionFact>(FactKind.ReportQuestion).Where(q => q.Answer.Length == 0).OrderBy(q => q.At).ToList();
        var years = roofs.SelectMany(r => r.Line.Slopes).Select(s => s is { Unfit: false, FiguresCovered: false } ? s.Life?.Stated : null);
        return new PropertyLine(
            property.Id,
            property.Name,
            property.Address,
            property.Owner,
            property.Tags ?? [],
            [.. roofs.Select(r => r.Line)],
            roofs.Min(r => r.NextDue),
            years.Min(y => y?.Likely),
            Asked: asked.Count > 0 ? asked.Count : null,
            AskedOf: asked.FirstOrDefault()?.VisitId
        );
    }

    private static (RoofLine Line, DateOnly? NextDue) Judged(
        FactSet facts,
        PropertyFact property,
        RoofFact roof,
        string name,
        DateOnly today,
        RuleBook book
    )
    {
        var (latest, input) = DossierBuilder.Latest(facts, property, roof.Id, today);
        var judged = Assessor.Assess(input, book);
        var due = judged.Work.Where(w => w.Marks >= DossierBuilder.DueMarks).ToList();
        var line = new RoofLine(
            roof.Id,
            name,
            latest is null ? null : new VisitLine(latest.Id, latest.On, latest.Inspector, latest.FinishedAt),
            [.. judged.Slopes.Select(OfSlope)],
            judged.Headline,
            [.. due.Take(DueShown).Select(w => new DueLine(w.Title, w.Place, w.Marks, w.UrgencyWords))],
            due.Count,
            input.AsOf
        );
        var days = due.Select(w => (DateOnly?)DueOn(w.Urgency, input.AsOf)).Append(judged.NextLook?.On);
        return (line, days.Min());
    }

    private static SlopeLine OfSlope(SlopeAssessment slope) =>
        new(
            slope.SlopeId,
            slope.Letter,
            slope.Facing,
            slope.Fitness?.State == FitnessState.Unfit,
            slope.FiguresCovered,
            slope.Life is { } life ? new LifeLine(life.Age, life.Stated, life.Headline) : null
        );

    /// <summary>The last day that its urgency leaves: the day of the visit itself for what cannot wait.</summary>
    public static DateOnly DueOn(UrgencyClass urgency, DateOnly asOf) =>
        urgency switch
        {
            UrgencyClass.MakeSafeNow or UrgencyClass.BeforeNextRain => asOf,
            UrgencyClass.ThisSeason => asOf.AddMonths(SeasonMonths),
            _ => asOf.AddMonths(YearMonths),
        };
}
