using System.Text.Json.Serialization;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Photos;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Signing;

/// <summary>Where a missing item is put right.</summary>
[JsonConverter(typeof(CamelCaseEnum<MissingAt>))]
public enum MissingAt
{
    /// <summary>The walk of the roof, or its wrap-up.</summary>
    Walk,

    /// <summary>The inbox of photos and recordings without words.</summary>
    Inbox,

    /// <summary>Who asked for the visit, and under what license it is made.</summary>
    Commission,

    /// <summary>Two versions of a record, to choose between.</summary>
    Versions,

    /// <summary>A finding of its own.</summary>
    Finding,
}

/// <summary>
/// Something a report lacks. <paramref name="Holds"/>: it cannot be signed without; otherwise the report is poorer, and says so where it matters.
/// <paramref name="RoofId"/>: the roof it is about, null where it is about the visit; <paramref name="FindingId"/>: the finding, null where it is about none.
/// </summary>
public sealed record MissingItem(
    string Text,
    bool Holds,
    MissingAt At,
    Guid? RoofId = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Guid? FindingId = null
);

/// <summary>What is missing before the report of a visit is signed, what holds it first.</summary>
public static class ReportReadiness
{
    public static IReadOnlyList<MissingItem> Of(VisitDossier visit)
    {
        var missing = new List<MissingItem>();
        var clashes = visit.Heads.Count(h => h.Clash);
        if (clashes > 0)
        {
            missing.Add(new($"{Sentences.Count(clashes, "record")} with two versions: choose one first", true, MissingAt.Versions));
        }
        if (visit.Visit.FinishedAt is null)
        {
            var held = visit.Roofs.Sum(r => r.Assessment.Progress.HeldBy.Count);
            missing.Add(
                new(
                    held == 0
                        ? "The visit is not finished: finish it in wrap-up"
                        : $"The visit is not finished: {Sentences.Count(held, "item")} open in wrap-up",
                    true,
                    MissingAt.Walk
                )
            );
        }
        missing.AddRange(visit.Roofs.Select(WriteUps).OfType<MissingItem>());
        missing.AddRange(OfCommission(visit));
        missing.AddRange(Engagements.Missing(visit));
        var several = visit.Roofs.Count > 1;
        foreach (var roof in visit.Roofs)
        {
            missing.AddRange(Outdated(roof));
        }
        missing.AddRange(Pictures(visit));
        foreach (var roof in visit.Roofs)
        {
            missing.AddRange(OfRoof(roof, several));
        }
        if (visit.SetAside.Count > 0)
        {
            missing.Add(
                new($"{Sentences.Count(visit.SetAside.Count, "saved record")} cannot be read; the report says so", false, MissingAt.Walk)
            );
        }
        return missing;
    }

    private static MissingItem? WriteUps(RoofVisit roof) =>
        roof.Assessment.Progress.WriteUps is > 0 and var count
            ? new(
                $"{Sentences.Count(count, "photo or recording", "photos and recordings")} to write up",
                true,
                MissingAt.Inbox,
                roof.Roof.Id
            )
            : null;

    private static IEnumerable<MissingItem> OfCommission(VisitDossier visit)
    {
        var asked = visit.Visit.Commission;
        if (string.IsNullOrWhiteSpace(asked?.ForWhom) && string.IsNullOrWhiteSpace(visit.Property.Owner))
        {
            yield return new("Client’s name: the cover says “not recorded”", false, MissingAt.Commission);
        }
        if (string.IsNullOrWhiteSpace(asked?.Licence))
        {
            yield return new("Inspector’s license number: some states require it on the report", false, MissingAt.Commission);
        }
    }

    /// <summary>Sentences typed by hand do not follow their facts: somebody has to read them again.</summary>
    private static IEnumerable<MissingItem> Outdated(RoofVisit roof) =>
        roof
            .Assessment.Findings.Where(f => f.Words.Outdated is { Count: > 0 })
            .Select(f => new MissingItem(
                $"{f.Name}{(roof.Facts.Slopes.FirstOrDefault(s => s.Id == f.SlopeId) is { } slope ? $", slope {slope.Letter}" : "")}: the facts have changed since its wording was typed",
                false,
                MissingAt.Finding,
                roof.Roof.Id,
                f.FindingId
            ));

    private static IEnumerable<MissingItem> Pictures(VisitDossier visit)
    {
        if (ReportPhotos.Cover(visit) is null)
        {
            yield return new("Cover photo: one of the whole building, not tied to a finding or a slope", false, MissingAt.Walk);
            yield break;
        }
        foreach (var roof in visit.Roofs.Where(r => ReportPhotos.Overview(r) is null))
        {
            yield return new($"{roof.Name}: no overview photo", false, MissingAt.Walk, roof.Roof.Id);
        }
    }

    private static IEnumerable<MissingItem> OfRoof(RoofVisit roof, bool named)
    {
        string Said(string text) => named ? $"{roof.Name}: {Sentences.Lower(text)}" : text;
        var photos = (roof.Facts.Records ?? VisitRecords.None).Photos;
        // What the walk asked for and did not get, in one line.
        var due = roof.Assessment.Progress.Dues.Where(d => d.Optional).Select(d => d.SlopeId).ToHashSet();
        var bare = roof.Facts.Slopes.Where(s => due.Contains(s.Id)).Select(s => s.Letter).ToList();
        if (bare.Count > 0)
        {
            yield return new(Said($"No photo of {Sentences.Lower(Sentences.Slopes(bare))}"), false, MissingAt.Walk, roof.Roof.Id);
        }
        var without = roof.Facts.Findings.Count(f => photos.All(p => p.FindingId != f.Id));
        if (without > 0)
        {
            yield return new(Said($"{Sentences.Count(without, "finding")} without a photo"), false, MissingAt.Walk, roof.Roof.Id);
        }
        var left = roof.Assessment.Coverage.Left.Count;
        if (left > 0)
        {
            yield return new(
                Said($"{Sentences.Count(left, "place")} neither inspected nor given a reason, listed under “Not inspected, and why”"),
                false,
                MissingAt.Walk,
                roof.Roof.Id
            );
        }
    }
}
