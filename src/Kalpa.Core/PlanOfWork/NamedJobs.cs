using Kalpa.Core.Assessing;

namespace Kalpa.Core.PlanOfWork;

/// <summary>The job that a record is of, kept by what it resolves and not by its number or words: both change as the plan of work does.</summary>
internal static class NamedJobs
{
    /// <summary>The job that resolves the finding, or of the slope's own jobs the one of that title; null where the plan has it no more.</summary>
    public static WorkItem? Find(IEnumerable<WorkItem> work, Guid? finding, Guid? slope, string title) =>
        finding is { } id
            ? work.FirstOrDefault(w => w.FindingId == id || w.Resolves?.Any(f => f.FindingId == id) == true)
            : work.FirstOrDefault(w => w.FindingId is null && w.SlopeId == slope && w.Title == title);

    /// <summary>
    /// The same, and else the slope's renewal: it is asked for in other words as its time comes, and takes the same then. What somebody said to it is another matter: planning a
    /// re-roof is not the same question as having it done.
    /// </summary>
    public static WorkItem? FindOrRenewal(IReadOnlyList<WorkItem> work, Guid? finding, Guid? slope, string title) =>
        Find(work, finding, slope, title)
        ?? (
            finding is null && slope is not null ? work.FirstOrDefault(w => w.FindingId is null && w.SlopeId == slope && w.IsRenewal) : null
        );
}
