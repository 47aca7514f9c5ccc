using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
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
    /// <summary>The fact of a payload written in a contract version, brought to the present one.</summary>
    public abstract IFact? Read(int contractVersion, string payload);

    public abstract IReadOnlyList<Parent> Parents(IFact fact);

    public abstract Task<bool> Holds(KalpaDb db, Guid id, CancellationToken cancel);

    public abstract Task Put(KalpaDb db, IFact fact, Revision revision, bool clash, CancellationToken cancel);

    public abstract Task Clear(KalpaDb db, CancellationToken cancel);
}

internal sealed class Shelf<TFact, TRow>(
    FactKind kind,
    JsonTypeInfo<TFact> json,
    Func<TFact, IReadOnlyList<Parent>> parents,
    Action<TRow, TFact> fill
) : Shelf
    where TFact : class, IFact
    where TRow : FactRow, new()
{
    public override IFact? Read(int contractVersion, string payload) =>
        JsonSerializer.Deserialize(PayloadUpgrades.ToCurrent(kind, contractVersion, payload), json);

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
    /// <summary>Reading a stored payload keeps going over fields that a newer device wrote.</summary>
    private static readonly KalpaJson Json = new(
        new JsonSerializerOptions(KalpaJson.Default.Options)
        {
            UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Skip,
        }
    );

    private static readonly Dictionary<FactKind, Shelf> ByKind = new()
    {
        [FactKind.Property] = new Shelf<PropertyFact, PropertyRow>(
            FactKind.Property,
            Json.PropertyFact,
            _ => [],
            (row, fact) => (row.Name, row.Address) = (fact.Name, fact.Address)
        ),
        [FactKind.Building] = new Shelf<BuildingFact, BuildingRow>(
            FactKind.Building,
            Json.BuildingFact,
            fact => [new(FactKind.Property, fact.PropertyId)],
            (row, fact) => row.PropertyId = fact.PropertyId
        ),
        [FactKind.Roof] = new Shelf<RoofFact, RoofRow>(
            FactKind.Roof,
            Json.RoofFact,
            fact => [new(FactKind.Building, fact.BuildingId)],
            (row, fact) => row.BuildingId = fact.BuildingId
        ),
        [FactKind.Slope] = new Shelf<SlopeFact, SlopeRow>(
            FactKind.Slope,
            Json.SlopeFact,
            fact => [new(FactKind.Roof, fact.RoofId)],
            (row, fact) => (row.RoofId, row.Letter) = (fact.RoofId, fact.Letter)
        ),
        [FactKind.Covering] = new Shelf<CoveringFact, CoveringRow>(
            FactKind.Covering,
            Json.CoveringFact,
            fact => [new(FactKind.Slope, fact.SlopeId)],
            (row, fact) => row.SlopeId = fact.SlopeId
        ),
        [FactKind.Visit] = new Shelf<VisitFact, VisitRow>(
            FactKind.Visit,
            Json.VisitFact,
            fact => [new(FactKind.Roof, fact.RoofId)],
            (row, fact) => (row.RoofId, row.On) = (fact.RoofId, fact.On)
        ),
        [FactKind.Look] = new Shelf<LookFact, LookRow>(
            FactKind.Look,
            Json.LookFact,
            fact => [new(FactKind.Visit, fact.VisitId), .. OnSlope(fact.SlopeId)],
            (row, fact) => (row.VisitId, row.SlopeId) = (fact.VisitId, fact.SlopeId)
        ),
        [FactKind.Stage] = new Shelf<StageFact, StageRow>(
            FactKind.Stage,
            Json.StageFact,
            fact => [new(FactKind.Visit, fact.VisitId), new(FactKind.Slope, fact.SlopeId)],
            (row, fact) => (row.VisitId, row.SlopeId) = (fact.VisitId, fact.SlopeId)
        ),
        [FactKind.Finding] = new Shelf<FindingFact, FindingRow>(
            FactKind.Finding,
            Json.FindingFact,
            fact => [new(FactKind.Visit, fact.VisitId), .. OnSlope(fact.SlopeId)],
            (row, fact) => (row.VisitId, row.SlopeId, row.Condition) = (fact.VisitId, fact.SlopeId, fact.Condition)
        ),
        [FactKind.Photo] = new Shelf<PhotoFact, PhotoRow>(
            FactKind.Photo,
            Json.PhotoFact,
            fact =>
                [
                    new(FactKind.Visit, fact.VisitId),
                    .. fact.FindingId is { } finding ? [new Parent(FactKind.Finding, finding)] : Array.Empty<Parent>(),
                    .. OnSlope(fact.SlopeId),
                ],
            (row, fact) => (row.VisitId, row.FindingId, row.SlopeId, row.Sha256) = (fact.VisitId, fact.FindingId, fact.SlopeId, fact.Sha256)
        ),
        [FactKind.Answer] = Record(FactKind.Answer, Json.AnswerFact, f => f.VisitId),
        [FactKind.ToDo] = Record(FactKind.ToDo, Json.ToDoFact, f => f.VisitId),
        [FactKind.Protection] = Record(FactKind.Protection, Json.ProtectionFact, f => f.VisitId),
        [FactKind.Clip] = Record(FactKind.Clip, Json.ClipFact, f => f.VisitId),
        [FactKind.Recheck] = Record(FactKind.Recheck, Json.RecheckFact, f => f.VisitId),
        [FactKind.Sample] = Record(FactKind.Sample, Json.SampleFact, f => f.VisitId),
        [FactKind.Course] = Record(FactKind.Course, Json.CourseFact, f => f.VisitId),
        [FactKind.PunchItem] = Record(FactKind.PunchItem, Json.PunchItemFact, f => f.VisitId),
        [FactKind.PunchReply] = Record(FactKind.PunchReply, Json.PunchReplyFact, f => f.VisitId, FactKind.PunchItem, f => f.PunchItemId),
        [FactKind.PunchDecision] = Record(
            FactKind.PunchDecision,
            Json.PunchDecisionFact,
            f => f.VisitId,
            FactKind.PunchReply,
            f => f.ReplyId
        ),
        [FactKind.WeatherLimits] = Record(FactKind.WeatherLimits, Json.WeatherLimitsFact, _ => null),
        [FactKind.Plan] = Record(FactKind.Plan, Json.PlanFact, _ => null, FactKind.Roof, f => f.RoofId),
        [FactKind.Detail] = Record(FactKind.Detail, Json.DetailFact, _ => null, FactKind.Roof, f => f.RoofId),
        [FactKind.NoticeReply] = Record(FactKind.NoticeReply, Json.NoticeReplyFact, f => f.VisitId),
        [FactKind.Component] = Record(FactKind.Component, Json.ComponentFact, _ => null, FactKind.Slope, f => f.SlopeId),
        [FactKind.SignOff] = Record(FactKind.SignOff, Json.SignOffFact, f => f.VisitId),
        [FactKind.LifeOpinion] = Record(FactKind.LifeOpinion, Json.LifeOpinionFact, f => f.VisitId),
        [FactKind.LifeProfile] = Record(FactKind.LifeProfile, Json.LifeProfileFact, _ => null),
        [FactKind.Planned] = Record(FactKind.Planned, Json.PlannedFact, f => f.VisitId),
        [FactKind.Series] = Record(FactKind.Series, Json.SeriesFact, f => f.VisitId),
        [FactKind.Opinion] = Record(FactKind.Opinion, Json.OpinionFact, f => f.VisitId),
        [FactKind.LocalProfile] = Record(FactKind.LocalProfile, Json.LocalProfileFact, _ => null, FactKind.Property, f => f.PropertyId),
        [FactKind.FirmRules] = Record(FactKind.FirmRules, Json.FirmRulesFact, _ => null),
    };

    /// <summary>
    /// A further record: it waits for its visit, and for the record it answers. What it merely points at (a finding, a slope) may be missing or
    /// deleted: the record still stands.
    /// </summary>
    private static Shelf<TFact, RecordRow> Record<TFact>(
        FactKind kind,
        JsonTypeInfo<TFact> json,
        Func<TFact, Guid?> visit,
        FactKind parentKind = FactKind.Visit,
        Func<TFact, Guid>? parent = null
    )
        where TFact : class, IFact =>
        new(
            kind,
            json,
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
        (T?)Of(kind).Read(row.ContractVersion, row.Payload)
        ?? throw new InvalidOperationException($"A stored {kind} has an empty payload.");
}
