using Kalpa.Core.Assessing;
using Kalpa.Core.Coverage;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Photos;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Driveway;

/// <summary>
/// A photo for the owner with what is known by it: <paramref name="Fact"/> was observed, <paramref name="Inferred"/> is concluded, <paramref name="Unseen"/> could not be
/// seen. <paramref name="PartOf"/>: the larger job it is done with, empty where it is none's; marks of urgency 1 to 6.
/// </summary>
public sealed record DrivewayPhoto(
    Guid PhotoId,
    Guid FindingId,
    string Name,
    string Place,
    int Marks,
    string Urgency,
    string Fact,
    string Inferred,
    string Unseen,
    string PartOf
);

/// <summary>
/// What the owner is shown at the car: the <paramref name="Headline"/>, up to five photos with the most urgent first, and what is not among them.
/// <paramref name="CoverPhotoId"/>: an overview of the building, null where there is none.
/// </summary>
public sealed record DrivewayAnswer(string Headline, Guid? CoverPhotoId, IReadOnlyList<DrivewayPhoto> Photos, string Rest);

/// <summary>The inspection in five photos, for showing at the car before the report is read.</summary>
public static class DrivewayScreens
{
    /// <summary>More than five at the car are not looked at (common practice).</summary>
    public const int Most = 5;

    private const string AtticStation = "attic";
    private const string CoreStation = "core";
    private const string LiftStation = "lift";

    public static DrivewayAnswer Of(VisitDossier visit)
    {
        var ranked = Ranked(visit).ToList();
        var shown = ranked
            .Where(r => r.Photo is not null)
            .OrderBy(r => r.Round)
            .Take(Most)
            .OrderBy(r => r.Rank)
            .Select(r => Of(r, r.Photo!, visit.Named(r.Roof)))
            .ToList();
        var left = ranked.Count - shown.Count;
        return new(
            string.Join(" ", visit.Roofs.Select(r => Headline(r, visit.Named(r)))),
            ReportPhotos.Cover(visit)?.Id,
            shown,
            ranked.Count == 0 ? ""
                : left == 0 ? "These are all findings; the report has the rest of the inspection."
                : $"{Sentences.Count(left, "more finding")} in the report."
        );
    }

    private static string Headline(RoofVisit roof, string name)
    {
        var judged = roof.Assessment;
        var said = judged.Commission.HasSlopes && judged.Decision.Length > 0 ? judged.Decision : judged.Headline;
        return name.Length > 0 ? $"{name}: {said}" : said;
    }

    private sealed record RankedFinding(RoofVisit Roof, FindingAssessment Finding, PhotoFact? Photo, WorkItem? Job, int Rank, int Round);

    /// <summary>
    /// All findings, those of the most urgent work first. The first photo of each job, and of each thing that is found again and again, goes before the second of any, so
    /// that five photos tell of five matters where there are so many.
    /// </summary>
    private static IEnumerable<RankedFinding> Ranked(VisitDossier visit)
    {
        var rank = 0;
        var told = new HashSet<Guid>();
        var shown = new Dictionary<string, int>();
        foreach (var (roof, item) in visit.Work)
        {
            var round = 0;
            foreach (var of in (item.Resolves ?? []).Concat(item.Included ?? []))
            {
                if (roof.Assessment.Findings.FirstOrDefault(f => f.FindingId == of.FindingId) is { } finding && told.Add(of.FindingId))
                {
                    var photo = PhotoOf(roof, of.FindingId);
                    yield return new(roof, finding, photo, item, rank++, Math.Max(round, shown.GetValueOrDefault(finding.Name)));
                    if (photo is not null)
                    {
                        round++;
                        shown[finding.Name] = shown.GetValueOrDefault(finding.Name) + 1;
                    }
                }
            }
        }
        var others = visit
            .Roofs.SelectMany(roof => roof.Assessment.Findings.Select(finding => (Roof: roof, Finding: finding)))
            .Where(f => !told.Contains(f.Finding.FindingId))
            .OrderByDescending(f => f.Finding.Urgency.Class);
        foreach (var (roof, finding) in others)
        {
            yield return new(roof, finding, PhotoOf(roof, finding.FindingId), null, rank++, int.MaxValue);
        }
    }

    /// <summary>As it was found, before what was done to it since.</summary>
    private static PhotoFact? PhotoOf(RoofVisit roof, Guid findingId) =>
        (roof.Facts.Records ?? VisitRecords.None)
            .Photos.Where(p => p.FindingId == findingId && !p.WriteUp)
            .OrderBy(p => p.Role == PhotoRole.After)
            .FirstOrDefault();

    private static DrivewayPhoto Of(RankedFinding ranked, PhotoFact photo, string roofName)
    {
        var (roof, judged, _, job, _, _) = ranked;
        var finding = roof.Facts.Findings.First(f => f.Id == judged.FindingId);
        var slope = roof.Facts.Slopes.FirstOrDefault(s => s.Id == judged.SlopeId);
        var observed = finding.Basis == Basis.Observed;
        var inferred = observed ? judged.Means : $"{judged.Observed} {judged.Means}";
        return new(
            photo.Id,
            finding.Id,
            judged.Name,
            string.Join(", ", new[] { roofName, Words.Place(finding, slope) }.Where(part => part.Length > 0)),
            judged.Urgency.Marks,
            judged.Urgency.Words,
            observed ? judged.Observed : "It was not observed directly.",
            inferred,
            Unseen(roof, finding, judged, slope),
            // A repair says when it is due itself; what is done with a larger job says with which.
            job is null
            || inferred.Contains(job.Title, StringComparison.OrdinalIgnoreCase)
                ? ""
                : $"Part of: {Sentences.Lower(job.Title)} ({Sentences.Lower(job.UrgencyWords)})"
        );
    }

    /// <summary>What this finding hangs on and nobody has seen.</summary>
    private static string Unseen(RoofVisit roof, FindingFact finding, FindingAssessment judged, SlopeFact? slope)
    {
        var unseen = new List<string>();
        if (finding.Evidence == WaterEvidence.NotChecked)
        {
            unseen.Add("Whether water has come in here was not checked.");
        }
        if (judged.Verdict is { Outcome: VerdictOutcome.CannotTell, ToSettle: { Length: > 0 } settle })
        {
            unseen.Add($"Not settled yet: {Sentences.Lower(settle)}");
        }
        if (judged.Decisions.FirstOrDefault(d => d is { Open: true, Decisive: true }) is { } open)
        {
            unseen.Add($"Not known yet: {Sentences.Lower(open.Ask)}");
        }
        if (
            slope?.Under == Under.Attic
            && finding.Station != AtticStation
            && Coverages.LookAt(roof.Facts.Looks, AtticStation, null) is { State: not LookState.Looked } attic
            && attic.Excuse != ExcuseReason.NotThere
        )
        {
            unseen.Add($"The attic below was not inspected: {Coverages.Why(attic)}.");
        }
        if (!WasOpened(roof, slope))
        {
            unseen.Add("Nothing was opened: what lies behind or below was not seen.");
        }
        return unseen.Count > 0 ? string.Join(" ", unseen) : "No part of it was hidden.";
    }

    /// <summary>A core was cut, or tile lifted on this slope.</summary>
    private static bool WasOpened(RoofVisit roof, SlopeFact? slope) =>
        Coverages.LookAt(roof.Facts.Looks, CoreStation, null) is { State: LookState.Looked }
        || slope is not null && Coverages.LookAt(roof.Facts.Looks, LiftStation, slope.Id) is { State: LookState.Looked };
}
