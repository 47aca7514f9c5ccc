using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Facts;

/// <summary>A parent that must be there before a fact shows.</summary>
internal readonly record struct Parent(FactKind Kind, Guid Id);

/// <summary>How facts of one kind become rows.</summary>
internal abstract class Shelf
{
    public abstract IReadOnlyList<Parent> Parents(IFact fact);

    public abstract Task<bool> Holds(KalpaDb db, Guid id, CancellationToken cancel);

    public abstract Task Put(KalpaDb db, IFact fact, Revision revision, bool clash, CancellationToken cancel);

    public abstract Task Clear(KalpaDb db, CancellationToken cancel);
}

internal sealed class Shelf<TFact, TRow>(Func<TFact, IReadOnlyList<Parent>> parents, Action<TRow, TFact> fill) : Shelf
    where TFact : class, IFact
    where TRow : FactRow, new()
{
    public override IReadOnlyList<Parent> Parents(IFact fact) => parents((TFact)fact);

    public override Task<bool> Holds(KalpaDb db, Guid id, CancellationToken cancel) => db.Set<TRow>().AnyAsync(row => row.Id == id, cancel);

    public override async Task Put(KalpaDb db, IFact fact, Revision revision, bool clash, CancellationToken cancel)
    {
        var row = await db.Set<TRow>().FirstOrDefaultAsync(r => r.Id == fact.Id, cancel);
        if (row is null)
        {
            row = new TRow { Id = fact.Id, FirmId = revision.FirmId };
            db.Add(row);
        }
        row.RevisionId = revision.Id;
        row.Clash = clash;
        row.Deleted = revision.Deleted;
        row.ContractVersion = revision.ContractVersion;
        row.Payload = revision.Payload;
        fill(row, (TFact)fact);
    }

    public override Task Clear(KalpaDb db, CancellationToken cancel) => db.Set<TRow>().ExecuteDeleteAsync(cancel);
}

/// <summary>The shelf of every kind.</summary>
internal static class Shelves
{
    private static readonly Dictionary<FactKind, Shelf> ByKind = new()
    {
        [FactKind.Property] = new Shelf<PropertyFact, PropertyRow>(
            _ => [],
            (row, fact) => (row.Name, row.Address) = (fact.Name, fact.Address)
        ),
        [FactKind.Building] = new Shelf<BuildingFact, BuildingRow>(
            fact => [new(FactKind.Property, fact.PropertyId)],
            (row, fact) => row.PropertyId = fact.PropertyId
        ),
        [FactKind.Roof] = new Shelf<RoofFact, RoofRow>(
            fact => [new(FactKind.Building, fact.BuildingId)],
            (row, fact) => row.BuildingId = fact.BuildingId
        ),
        [FactKind.Slope] = new Shelf<SlopeFact, SlopeRow>(
            fact => [new(FactKind.Roof, fact.RoofId)],
            (row, fact) => (row.RoofId, row.Letter) = (fact.RoofId, fact.Letter)
        ),
        [FactKind.Covering] = new Shelf<CoveringFact, CoveringRow>(
            fact => [new(FactKind.Slope, fact.SlopeId)],
            (row, fact) => row.SlopeId = fact.SlopeId
        ),
        [FactKind.Visit] = new Shelf<VisitFact, VisitRow>(
            fact => [.. fact.Roofs.Select(roof => new Parent(FactKind.Roof, roof))],
            (row, fact) => (row.FirstRoofId, row.On) = (fact.Roofs[0], fact.On)
        ),
        [FactKind.Look] = new Shelf<LookFact, LookRow>(
            fact => [new(FactKind.Visit, fact.VisitId), .. OnSlope(fact.SlopeId)],
            (row, fact) => (row.VisitId, row.SlopeId) = (fact.VisitId, fact.SlopeId)
        ),
        [FactKind.Stage] = new Shelf<StageFact, StageRow>(
            fact => [new(FactKind.Visit, fact.VisitId), new(FactKind.Slope, fact.SlopeId)],
            (row, fact) => (row.VisitId, row.SlopeId) = (fact.VisitId, fact.SlopeId)
        ),
        [FactKind.Finding] = new Shelf<FindingFact, FindingRow>(
            fact => [new(FactKind.Visit, fact.VisitId), .. OnSlope(fact.SlopeId)],
            (row, fact) => (row.VisitId, row.SlopeId, row.Condition) = (fact.VisitId, fact.SlopeId, fact.Condition)
        ),
        [FactKind.Photo] = new Shelf<PhotoFact, PhotoRow>(
            fact =>
                [
                    new(FactKind.Visit, fact.VisitId),
                    .. fact.FindingId is { } finding ? [new Parent(FactKind.Finding, finding)] : Array.Empty<Parent>(),
                    .. OnSlope(fact.SlopeId),
                ],
            (row, fact) => (row.VisitId, row.FindingId, row.SlopeId, row.Sha256) = (fact.VisitId, fact.FindingId, fact.SlopeId, fact.Sha256)
        ),
        [FactKind.Answer] = Record<AnswerFact>(FactKind.Answer, f => f.VisitId),
        [FactKind.ToDo] = Record<ToDoFact>(FactKind.ToDo, f => f.VisitId),
        [FactKind.Protection] = Record<ProtectionFact>(FactKind.Protection, f => f.VisitId),
        [FactKind.Clip] = Record<ClipFact>(FactKind.Clip, f => f.VisitId),
        [FactKind.Recheck] = Record<RecheckFact>(FactKind.Recheck, f => f.VisitId),
        [FactKind.Sample] = Record<SampleFact>(FactKind.Sample, f => f.VisitId),
        [FactKind.Course] = Record<CourseFact>(FactKind.Course, f => f.VisitId),
        [FactKind.PunchItem] = Record<PunchItemFact>(FactKind.PunchItem, f => f.VisitId),
        [FactKind.PunchReply] = Record<PunchReplyFact>(FactKind.PunchReply, f => f.VisitId, FactKind.PunchItem, f => f.PunchItemId),
        [FactKind.PunchDecision] = Record<PunchDecisionFact>(FactKind.PunchDecision, f => f.VisitId, FactKind.PunchReply, f => f.ReplyId),
        [FactKind.WeatherLimits] = Record<WeatherLimitsFact>(FactKind.WeatherLimits, _ => null),
        [FactKind.Plan] = Record<PlanFact>(FactKind.Plan, _ => null, FactKind.Roof, f => f.RoofId),
        [FactKind.Detail] = Record<DetailFact>(FactKind.Detail, _ => null, FactKind.Roof, f => f.RoofId),
        [FactKind.NoticeReply] = Record<NoticeReplyFact>(FactKind.NoticeReply, f => f.VisitId),
        [FactKind.Component] = Record<ComponentFact>(FactKind.Component, _ => null, FactKind.Slope, f => f.SlopeId),
        [FactKind.SignOff] = Record<SignOffFact>(FactKind.SignOff, f => f.VisitId),
        [FactKind.LifeOpinion] = Record<LifeOpinionFact>(FactKind.LifeOpinion, f => f.VisitId),
        [FactKind.LifeProfile] = Record<LifeProfileFact>(FactKind.LifeProfile, _ => null),
        [FactKind.Planned] = Record<PlannedFact>(FactKind.Planned, f => f.VisitId),
        [FactKind.Series] = Record<SeriesFact>(FactKind.Series, f => f.VisitId),
        [FactKind.Opinion] = Record<OpinionFact>(FactKind.Opinion, f => f.VisitId),
        [FactKind.LocalProfile] = Record<LocalProfileFact>(FactKind.LocalProfile, _ => null, FactKind.Property, f => f.PropertyId),
        [FactKind.FirmRules] = Record<FirmRulesFact>(FactKind.FirmRules, _ => null),
        [FactKind.OwnerReply] = Record<OwnerReplyFact>(FactKind.OwnerReply, f => f.VisitId),
        [FactKind.JobDone] = Record<JobDoneFact>(FactKind.JobDone, f => f.VisitId),
        [FactKind.QuantitySet] = Record<QuantitySetFact>(FactKind.QuantitySet, f => f.VisitId),
        [FactKind.Bid] = Record<BidFact>(FactKind.Bid, f => f.VisitId),
        [FactKind.ReportSignature] = Record<ReportSignatureFact>(FactKind.ReportSignature, f => f.VisitId),
        [FactKind.Letterhead] = Record<LetterheadFact>(FactKind.Letterhead, _ => null),
        [FactKind.ReportQuestion] = Record<ReportQuestionFact>(FactKind.ReportQuestion, f => f.VisitId),
        [FactKind.Engagement] = Record<EngagementFact>(FactKind.Engagement, f => f.VisitId),
        [FactKind.ReportDelivery] = Record<ReportDeliveryFact>(FactKind.ReportDelivery, f => f.VisitId),
        [FactKind.LeakTest] = Record<LeakTestFact>(FactKind.LeakTest, f => f.VisitId),
        [FactKind.LeakRain] = Record<LeakRainFact>(FactKind.LeakRain, f => f.VisitId),
    };

    /// <summary>
    /// A further record: it waits for its visit, and for the record it answers. What it merely points at (a finding, a slope) may be missing or
    /// deleted: the record still stands.
    /// </summary>
    private static Shelf<TFact, RecordRow> Record<TFact>(
        FactKind kind,
        Func<TFact, Guid?> visit,
        FactKind parentKind = FactKind.Visit,
        Func<TFact, Guid>? parent = null
    )
        where TFact : class, IFact =>
        new(
            fact =>
                [
                    .. visit(fact) is { } id ? [new Parent(FactKind.Visit, id)] : Array.Empty<Parent>(),
                    .. parent is null ? [] : new[] { new Parent(parentKind, parent(fact)) },
                ],
            (row, fact) => (row.Kind, row.VisitId, row.ParentId) = (kind, visit(fact), parent?.Invoke(fact))
        );

    public static Shelf Of(FactKind kind) => ByKind[kind];

    /// <summary>Children before parents, as foreign keys want it when clearing.</summary>
    public static IEnumerable<Shelf> ChildrenFirst => Enum.GetValues<FactKind>().OrderDescending().Select(Of);

    private static Parent[] OnSlope(Guid? slopeId) => slopeId is { } id ? [new Parent(FactKind.Slope, id)] : [];

    public static T Read<T>(FactKind kind, FactRow row)
        where T : class, IFact =>
        (T?)FactJson.Read(kind, row.ContractVersion, row.Payload)
        ?? throw new InvalidOperationException($"A stored {kind} has an empty payload.");
}
