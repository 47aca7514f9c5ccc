using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Samples;

/// <summary>Further records of a visit, one of each kind.</summary>
public static partial class EveryKind
{
    private static IEnumerable<(FactKind Kind, IFact Fact)> Records()
    {
        var (visit, slope, finding) = (Id(FactKind.Visit), Id(FactKind.Slope), Id(FactKind.Finding));
        var question = RuleBook.Current.FindQuestion("ventilation")!;
        yield return (
            FactKind.Answer,
            new AnswerFact(Id(FactKind.Answer), visit, question.Key, question.PerSlope ? slope : null, [question.Options[^2].Key])
        );
        yield return (FactKind.ToDo, new ToDoFact(Id(FactKind.ToDo), visit, "ask the maker", "", slope, finding, "", false));
        yield return (
            FactKind.Protection,
            new ProtectionFact(Id(FactKind.Protection), visit, slope, finding, "tarp", "Marit", new DateOnly(2026, 12, 1))
        );
        yield return (FactKind.Clip, new ClipFact(Id(FactKind.Clip), visit, finding, slope, "edges", ClipKind.Speech, Hash, 4, "said"));
        yield return (FactKind.Recheck, new RecheckFact(Id(FactKind.Recheck), visit, finding, RecheckOutcome.Same));
        yield return (FactKind.Sample, new SampleFact(Id(FactKind.Sample), visit, slope, 30, [4, 9, 21]));
        yield return (
            FactKind.Course,
            new CourseFact(
                Id(FactKind.Course),
                visit,
                slope,
                9,
                12,
                [new NailCount(NailFault.High, 2)],
                new MeasureFact("5", 5, MeasuredHow.Tape)
            )
        );
        yield return (
            FactKind.PunchItem,
            new PunchItemFact(
                Id(FactKind.PunchItem),
                visit,
                finding,
                slope,
                "short lap",
                "lap it 2 in",
                "crew 1",
                new DateOnly(2026, 10, 1)
            )
        );
        yield return (
            FactKind.PunchReply,
            new PunchReplyFact(Id(FactKind.PunchReply), visit, Id(FactKind.PunchItem), "crew 1", "done", Hash, At)
        );
        yield return (
            FactKind.PunchDecision,
            new PunchDecisionFact(Id(FactKind.PunchDecision), visit, Id(FactKind.PunchItem), Id(FactKind.PunchReply), true, "", "Marit", At)
        );
        yield return (
            FactKind.OwnerReply,
            new OwnerReplyFact(
                Id(FactKind.OwnerReply),
                visit,
                "Correct the drip edge",
                OwnerDecision.Declined,
                "A. Holm",
                new DateOnly(2026, 9, 20),
                "not this year",
                finding
            )
        );
        yield return (
            FactKind.JobDone,
            new JobDoneFact(
                Id(FactKind.JobDone),
                visit,
                "Correct the drip edge",
                new DateOnly(2026, 10, 2),
                [finding],
                [],
                Who: "Tarn Roofing",
                Cost: 640,
                Words: "laps of 3 in",
                Warranty: "2 years on workmanship",
                Wood: [new WoodFound(WoodPart.Fascia, 38, 6)]
            )
        );
        yield return (
            FactKind.QuantitySet,
            new QuantitySetFact(
                Id(FactKind.QuantitySet),
                visit,
                "Correct the drip edge",
                "Drip edge, lengths of 10 ft",
                "pieces",
                4,
                "counted",
                finding
            )
        );
        yield return (
            FactKind.Bid,
            new BidFact(
                Id(FactKind.Bid),
                visit,
                "Tarn Roofing",
                new DateOnly(2026, 9, 24),
                [new BidPrice("Correct the drip edge", "", 640, finding), new BidPrice("", "Permit", 90)],
                2,
                30,
                "in October"
            )
        );
        yield return (
            FactKind.ReportSignature,
            new ReportSignatureFact(
                Id(FactKind.ReportSignature),
                visit,
                "Marit Holm",
                "RI-204",
                At,
                Hash,
                [
                    new SignedPart("visit", Hash[..SignedPart.HashDigits]),
                    new SignedPart($"finding:{finding}", Hash[..SignedPart.HashDigits]),
                ],
                "M10 40L60.5 12L90 55",
                new Withdrawal("the wrong slope", "Marit Holm", At.AddDays(1))
            )
        );
        yield return (
            FactKind.ReportQuestion,
            new ReportQuestionFact(
                Id(FactKind.ReportQuestion),
                visit,
                Id(FactKind.ReportSignature),
                "Can the drip edge wait until spring?",
                "A. Holm",
                At,
                "by phone",
                "Yes, if it is done before the next winter.",
                "Marit Holm",
                At.AddDays(2),
                Id(FactKind.Visit)
            )
        );
        yield return (
            FactKind.Engagement,
            new EngagementFact(
                Id(FactKind.Engagement),
                visit,
                CommissionPurpose.Condition,
                "The house roof and its flashing.",
                "Nothing is opened.",
                450.5,
                FeeDue.Within15Days,
                "A. Holm",
                "M10 40L60.5 12",
                At.AddDays(-2),
                new DateOnly(2026, 9, 30)
            )
        );
        yield return (
            FactKind.ReportDelivery,
            new ReportDeliveryFact(
                Id(FactKind.ReportDelivery),
                visit,
                Id(FactKind.ReportSignature),
                "A. Holm",
                DeliveredBy.Email,
                At.AddDays(1),
                "Marit Holm"
            )
        );
        yield return (
            FactKind.LeakTest,
            new LeakTestFact(
                Id(FactKind.LeakTest),
                visit,
                finding,
                LeakTestKind.Hose,
                ["pipe-boot", "boot-flange"],
                At.AddHours(1),
                LeakTestResult.Wet,
                14,
                Id(FactKind.Detail),
                Note: "drip at the rafter"
            )
        );
        yield return (
            FactKind.LeakRain,
            new LeakRainFact(
                Id(FactKind.LeakRain),
                visit,
                finding,
                new DateOnly(2026, 10, 8),
                Alike: true,
                Water: false,
                "the owner called"
            )
        );
        yield return (FactKind.NoticeReply, new NoticeReplyFact(Id(FactKind.NoticeReply), visit, "cricket", null, "seen, none needed"));
    }
}
