using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Signing;

/// <summary>
/// A part of what a report says. <paramref name="Key"/> is the same for the same thing at any time; <paramref name="Title"/> names it; <paramref name="Says"/> is what it
/// comes to in a few words, empty where no few words say it; <paramref name="Content"/>: the facts, and what is concluded of them.
/// </summary>
public sealed record ReportPart(string Key, string Title, string Says, IReadOnlyList<object> Content);

/// <summary>
/// Everything a report of a visit says, cut into parts that can be compared with those of another time: what two devices have of one visit, or what was signed with
/// what stands now. Signatures, questions and deliveries are in none of them: signing a report does not change it, and paying its fee neither.
/// </summary>
public static class ReportParts
{
    public static IReadOnlyList<ReportPart> Of(VisitDossier visit) =>
        Unique([
            Property(visit),
            .. visit.Roofs.SelectMany(roof => OfRoof(roof, visit.Roofs.Count > 1)),
            Book(visit),
            .. visit.Letterhead is { } letterhead
                ? [new ReportPart("letterhead", "Letterhead and statement", "", [letterhead])]
                : Array.Empty<ReportPart>(),
            .. visit.Engagement is { } engagement ? [Engagement(visit, engagement)] : Array.Empty<ReportPart>(),
        ]);

    private static ReportPart Engagement(VisitDossier visit, EngagementFact engagement) =>
        new(
            "engagement",
            "Scope and limits",
            Engagements.Of(visit).Standing,
            [engagement with { Fee = null, FeeDue = FeeDue.OnDelivery, PaidOn = null }]
        );

    private static ReportPart Property(VisitDossier visit) =>
        new("visit", "Property and visit", "", [visit.Property, visit.Visit, .. visit.SetAside]);

    private static ReportPart Book(VisitDossier visit)
    {
        var judged = visit.Roofs[0].Assessment;
        return new("book", "Rule book", $"{judged.BookVersion}, method {judged.MethodVersion}", [judged.BookHash]);
    }

    private static IEnumerable<ReportPart> OfRoof(RoofVisit roof, bool named)
    {
        var of = named ? $", {roof.Name}" : "";
        var records = roof.Facts.Records ?? VisitRecords.None;
        var judged = roof.Assessment;
        yield return new(
            $"roof:{roof.Roof.Id}",
            $"Roof plan{of}",
            "",
            [roof.Building, roof.Roof, .. roof.Plan is { } plan ? [plan] : Array.Empty<object>(), .. roof.Details]
        );
        foreach (var slope in roof.Facts.Slopes)
        {
            yield return Slope(roof, slope);
        }
        foreach (var finding in judged.Findings)
        {
            yield return Finding(roof, finding, named);
        }
        foreach (var photo in records.Photos)
        {
            yield return new($"photo:{photo.Id}", "Photo", "", [photo]);
        }
        foreach (var item in judged.Work)
        {
            yield return Job(roof, item, of);
        }
        yield return new(
            $"decision:{roof.Roof.Id}",
            $"Roof decision{of}",
            judged.Decision,
            [judged.Decision, .. judged.RoofDecisions, .. judged.WithoutJob]
        );
        yield return new(
            $"rest:{roof.Roof.Id}",
            $"Answers, scope and other records{of}",
            "",
            [
                judged with
                {
                    Slopes = [],
                    Findings = [],
                    Work = [],
                    RoofDecisions = [],
                    Decision = "",
                    WithoutJob = [],
                    BookVersion = "",
                    BookHash = "",
                    MethodVersion = "",
                },
                roof.Facts with
                {
                    Slopes = [],
                    Coverings = [],
                    Components = null,
                    Findings = [],
                    Records = records with { Photos = [] },
                    Plan = null,
                    Details = null,
                    Visit = null,
                    // Prices, phrases and views speak through what is concluded by them.
                    Firm = null,
                },
            ]
        );
    }

    private static ReportPart Slope(RoofVisit roof, SlopeFact slope)
    {
        var judged = roof.Assessment.Slopes.FirstOrDefault(s => s.SlopeId == slope.Id);
        return new(
            $"slope:{slope.Id}",
            Sentences.Slopes([slope.Letter]),
            judged?.Life?.Headline ?? "",
            [
                slope,
                .. roof.Facts.Coverings.Where(c => c.SlopeId == slope.Id),
                .. (roof.Facts.Components ?? []).Where(c => c.SlopeId == slope.Id),
                .. judged is null ? Array.Empty<object>() : [judged],
            ]
        );
    }

    private static ReportPart Finding(RoofVisit roof, FindingAssessment judged, bool named)
    {
        var fact = roof.Facts.Findings.First(f => f.Id == judged.FindingId);
        var slope = roof.Facts.Slopes.FirstOrDefault(s => s.Id == judged.SlopeId);
        string[] at =
        [
            judged.Name,
            .. slope is null
                ? named
                    ? [roof.Name]
                    : Array.Empty<string>()
                : [$"slope {slope.Letter}"],
        ];
        return new(
            $"finding:{judged.FindingId}",
            string.Join(", ", at),
            $"{Sentences.WithoutStop(judged.Verdict.Headline)}; {Sentences.Lower(judged.Urgency.Words)}",
            [fact, judged]
        );
    }

    /// <summary>Its number goes with its place in the list: a job put before it does not change it.</summary>
    private static ReportPart Job(RoofVisit roof, WorkItem item, string of) =>
        new(
            $"job:{roof.Roof.Id}:{item.FindingId ?? item.SlopeId}:{item.Title}",
            item.Place.Length > 0 ? $"{item.Title}, {Sentences.Lower(item.Place)}{of}" : $"{item.Title}{of}",
            item.Cost is { } cost && roof.Assessment.Cost is { ForClients: true }
                ? $"{Sentences.Lower(item.UrgencyWords)}, {Sentences.Money(cost.Range.Low, cost.Range.High)}"
                : Sentences.Lower(item.UrgencyWords),
            [
                item with
                {
                    Number = 0,
                    AboveNext = "",
                    After = item.After is { } first ? [.. first.Select(b => b with { Number = 0 })] : null,
                    Cost = item.Cost is { } priced ? priced with { SharesTripWith = [], TripWords = "" } : null,
                },
            ]
        );

    /// <summary>Two jobs of one name at one place are told apart by their order.</summary>
    private static List<ReportPart> Unique(IEnumerable<ReportPart> parts)
    {
        var seen = new Dictionary<string, int>();
        var unique = new List<ReportPart>();
        foreach (var part in parts)
        {
            var before = seen.GetValueOrDefault(part.Key);
            seen[part.Key] = before + 1;
            unique.Add(before == 0 ? part : part with { Key = $"{part.Key}:{before + 1}" });
        }
        return unique;
    }
}
