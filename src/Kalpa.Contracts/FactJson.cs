using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Kalpa.Core.Facts;

namespace Kalpa.Contracts;

/// <summary>Reads the payload of a fact of any kind and of any contract version; fields that a newer device wrote are passed over.</summary>
public static class FactJson
{
    private static readonly KalpaJson Json = new(
        new JsonSerializerOptions(KalpaJson.Default.Options) { UnmappedMemberHandling = JsonUnmappedMemberHandling.Skip }
    );

    private static readonly Dictionary<FactKind, JsonTypeInfo> Types = new()
    {
        [FactKind.Property] = Json.PropertyFact,
        [FactKind.Building] = Json.BuildingFact,
        [FactKind.Roof] = Json.RoofFact,
        [FactKind.Slope] = Json.SlopeFact,
        [FactKind.Covering] = Json.CoveringFact,
        [FactKind.Visit] = Json.VisitFact,
        [FactKind.Look] = Json.LookFact,
        [FactKind.Stage] = Json.StageFact,
        [FactKind.Finding] = Json.FindingFact,
        [FactKind.Photo] = Json.PhotoFact,
        [FactKind.Answer] = Json.AnswerFact,
        [FactKind.ToDo] = Json.ToDoFact,
        [FactKind.Protection] = Json.ProtectionFact,
        [FactKind.Clip] = Json.ClipFact,
        [FactKind.Recheck] = Json.RecheckFact,
        [FactKind.Sample] = Json.SampleFact,
        [FactKind.Course] = Json.CourseFact,
        [FactKind.PunchItem] = Json.PunchItemFact,
        [FactKind.PunchReply] = Json.PunchReplyFact,
        [FactKind.PunchDecision] = Json.PunchDecisionFact,
        [FactKind.WeatherLimits] = Json.WeatherLimitsFact,
        [FactKind.Plan] = Json.PlanFact,
        [FactKind.Detail] = Json.DetailFact,
        [FactKind.NoticeReply] = Json.NoticeReplyFact,
        [FactKind.Component] = Json.ComponentFact,
        [FactKind.SignOff] = Json.SignOffFact,
        [FactKind.LifeOpinion] = Json.LifeOpinionFact,
        [FactKind.LifeProfile] = Json.LifeProfileFact,
        [FactKind.Planned] = Json.PlannedFact,
        [FactKind.Series] = Json.SeriesFact,
        [FactKind.Opinion] = Json.OpinionFact,
        [FactKind.LocalProfile] = Json.LocalProfileFact,
        [FactKind.FirmRules] = Json.FirmRulesFact,
        [FactKind.OwnerReply] = Json.OwnerReplyFact,
        [FactKind.JobDone] = Json.JobDoneFact,
        [FactKind.QuantitySet] = Json.QuantitySetFact,
        [FactKind.Bid] = Json.BidFact,
        [FactKind.ReportSignature] = Json.ReportSignatureFact,
        [FactKind.ReportQuestion] = Json.ReportQuestionFact,
        [FactKind.Letterhead] = Json.LetterheadFact,
        [FactKind.Engagement] = Json.EngagementFact,
        [FactKind.ReportDelivery] = Json.ReportDeliveryFact,
        [FactKind.LeakTest] = Json.LeakTestFact,
        [FactKind.LeakRain] = Json.LeakRainFact,
    };

    /// <summary>Null for a payload that says null.</summary>
    /// <exception cref="JsonException">The payload cannot be read; its path says where.</exception>
    public static IFact? Read(FactKind kind, int contractVersion, string payload) =>
        (IFact?)JsonSerializer.Deserialize(PayloadUpgrades.ToCurrent(kind, contractVersion, payload), Types[kind]);
}
