using Kalpa.Core.NewWork;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Facts;

/// <summary>Whether the further records of a visit can be kept at all.</summary>
internal static class RecordChecks
{
    private const int MostNails = 10_000;
    private const int MostChosen = 50;
    private const double MostCost = 100_000_000;
    private const int MostResolved = 500;
    private const int MostPrices = 500;
    private const double MostAmount = 1_000_000;

    /// <summary>Feet or squares of one job: more than any roof has.</summary>
    private const double MostOpened = 100_000;

    /// <summary>Feet or squares of all of a firm's jobs together.</summary>
    internal const double MostOpenedOfAll = 1_000_000_000;

    /// <summary>Sheets of 32 ft² on a square of 100 ft², with some waste.</summary>
    private const double MostSheetsPerSquare = 4;
    private const double LongestWarrantyYears = 100;
    private const double LargestWeather = 10_000;

    /// <summary>Recordings are short by design: a minute of speech; a second's grace for the device.</summary>
    private const double LongestClipSeconds = 61;

    /// <summary>What was found of wood: each part once, and no more than lay open.</summary>
    internal static void Wood(IReadOnlyList<WoodFound>? wood, string of, double mostOpened, FactChecks.Found found)
    {
        var all = wood ?? [];
        found.If(
            all.Select(w => w.Part).Distinct().Count() < all.Count,
            $"{of}.wood-twice",
            "Enter each part of the wood once: deck, fascia, starter board."
        );
        found.If(
            all.Any(w => !(w.Opened > 0 && w.Opened <= mostOpened)),
            $"{of}.wood-not-opened",
            "Enter how much was laid open: more than 0 squares of deck, or feet of eave."
        );
        found.If(
            all.Any(w => !(w.Found >= 0 && w.Found <= w.Opened * (w.Part == WoodPart.Deck ? MostSheetsPerSquare : 1))),
            $"{of}.wood-too-much",
            "Enter the wood that was replaced: 0 or more, and no more than was laid open."
        );
    }

    public static IEnumerable<IFact> All(VisitRecords records) =>
        records
            .Photos.Cast<IFact>()
            .Concat(records.Answers)
            .Concat(records.ToDos)
            .Concat(records.Protections)
            .Concat(records.Clips)
            .Concat(records.Rechecks)
            .Concat(records.Samples)
            .Concat(records.Courses)
            .Concat(records.PunchItems)
            .Concat(records.PunchReplies)
            .Concat(records.PunchDecisions)
            .Concat(records.NoticeReplies ?? [])
            .Concat(records.SignOffs ?? [])
            .Concat(records.LifeOpinions ?? [])
            .Concat(records.Planned ?? [])
            .Concat(records.Series ?? [])
            .Concat(records.SlopeOpinions ?? [])
            .Concat(records.OwnerReplies ?? [])
            .Concat(records.JobsDone ?? [])
            .Concat(records.QuantitiesSet ?? [])
            .Concat(records.Bids ?? [])
            .Concat(records.LeakTests ?? [])
            .Concat(records.LeakRains ?? []);

    public static void Of(IFact fact, RuleBook book, FactChecks.Found found)
    {
        switch (fact)
        {
            case AnswerFact answer:
                Answer(answer, book, found);
                break;
            case ToDoFact toDo:
                found.If(string.IsNullOrWhiteSpace(toDo.Text), "toDo.empty", "Enter what is to be done.");
                found.Text(toDo.Text, toDo.Outcome);
                break;
            case ProtectionFact protection:
                found.Name(protection.What, "protection.empty", "Enter what was covered or plugged.");
                found.Day(protection.GoodUntil);
                found.Name(protection.ByWhom, "protection.no-name", "Enter who covered it.");
                break;
            case ClipFact clip:
                found.If(!FactChecks.IsSha256(clip.Sha256), "clip.bad-hash", "The recording's bytes must be named by their SHA-256.");
                found.If(!(clip.Seconds is > 0 and <= LongestClipSeconds), "clip.too-long", "A recording is at most a minute long.");
                found.Text(clip.Words);
                break;
            case RecheckFact recheck:
                found.Text(recheck.Note);
                break;
            case SampleFact sample:
                Sample(sample, found);
                break;
            case CourseFact course:
                Course(course, book, found);
                break;
            case PunchItemFact item:
                found.Name(item.What, "punch.empty", "Enter what is wrong.");
                found.Text(item.Fix, item.Crew);
                found.Day(item.DueOn);
                break;
            case PunchReplyFact reply:
                found.If(!FactChecks.IsSha256(reply.Sha256), "punch.no-photo", "A fixed item needs its photo.");
                found.Text(reply.By, reply.Note);
                break;
            case PunchDecisionFact decision:
                found.If(!decision.Accepted && string.IsNullOrWhiteSpace(decision.Reason), "punch.no-reason", "Enter why it is refused.");
                found.Text(decision.Reason);
                break;
            case WeatherLimitsFact limits:
                Limits(limits, found);
                break;
            case NoticeReplyFact reply:
                found.If(
                    reply.FindingId is null && string.IsNullOrWhiteSpace(reply.Reason),
                    "notice.no-reason",
                    "Enter why it is dismissed, or add it as a finding."
                );
                found.Text(reply.Key, reply.Reason);
                break;
            case OwnerReplyFact reply:
                found.Name(reply.Title, "owner-reply.of-nothing", "Choose the job or the option that the owner answers.");
                found.Day(reply.On);
                found.Text(reply.Who, reply.Words, reply.Option);
                break;
            case JobDoneFact done:
                found.Name(done.Title, "job-done.of-nothing", "Choose the job that was done.");
                found.If(
                    (done.Findings?.Count ?? 0) + (done.SlopeIds?.Count ?? 0) == 0,
                    "job-done.of-nothing",
                    "Choose the job that was done."
                );
                found.Day(done.On);
                found.If(done.Cost is < 0 or > MostCost, "job-done.bad-cost", "Enter what it cost in dollars, up to 100,000,000.");
                found.Text(done.Who, done.Words, done.Warranty);
                found.Count(done.Findings, MostResolved);
                found.Count(done.SlopeIds, MostResolved);
                Wood(done.Wood, "job-done", MostOpened, found);
                break;
            case QuantitySetFact set:
                found.Name(set.Title, "quantity-set.of-nothing", "Choose the job whose quantity is set.");
                found.If(set.FindingId is null && set.SlopeId is null, "quantity-set.of-nothing", "Choose the job whose quantity is set.");
                found.If(!(set.Amount is >= 0 and <= MostAmount), "quantity-set.bad-amount", "Enter how much it takes, 0 to 1,000,000.");
                found.If(set.Item.Length == 0 && set.Amount <= 0, "quantity-set.no-hours", "Enter more than 0 labor-hours.");
                found.Name(set.Reason, "quantity-set.no-reason", "Enter why: measured, counted or agreed on.");
                found.Text(set.Title, set.Item, set.Unit);
                break;
            case BidFact bid:
                found.Name(bid.Bidder, "bid.no-bidder", "Enter who made the bid.");
                found.Day(bid.On);
                found.If(bid.Prices is not { Count: > 0 }, "bid.no-price", "Enter at least one price.");
                found.Count(bid.Prices, MostPrices);
                foreach (var price in bid.Prices ?? [])
                {
                    found.If(!(price.Price is >= 0 and <= MostCost), "bid.bad-price", "Enter prices in dollars, up to 100,000,000.");
                    found.If(
                        string.IsNullOrWhiteSpace(price.Title) && string.IsNullOrWhiteSpace(price.Item),
                        "bid.of-nothing",
                        "Name the job or the item that a price is for."
                    );
                    found.Text(price.Title, price.Item);
                }
                found.If(
                    !IsWarranty(bid.WorkmanshipYears) || !IsWarranty(bid.MakerYears),
                    "bid.bad-warranty",
                    "Enter a warranty in years, up to 100."
                );
                found.Text(bid.Words);
                break;
            case LeakTestFact or LeakRainFact:
                LeakChecks.Of(fact, found);
                break;
            case ReportSignatureFact or ReportQuestionFact or LetterheadFact or EngagementFact or ReportDeliveryFact:
                SigningChecks.Of(fact, found);
                break;
            case OpinionFact or LocalProfileFact or FirmRulesFact:
                JudgementChecks.Of(fact, book, found);
                break;
            case ComponentFact or SignOffFact or LifeOpinionFact or LifeProfileFact or PlannedFact or SeriesFact:
                LifeChecks.Of(fact, book, found);
                break;
            default:
                PlanChecks.Of(fact, found);
                break;
        }
    }

    private static bool IsWarranty(double? years) => years is null or (>= 0 and <= LongestWarrantyYears);

    private static void Answer(AnswerFact answer, RuleBook book, FactChecks.Found found)
    {
        var question = book.FindQuestion(answer.Question);
        found.Key(answer.Question, question is not null, "answer.unknown-question", "question");
        found.If(question?.PerSlope == true && answer.SlopeId is null, "answer.no-slope", "Choose which slope is meant.");
        found.If(question?.Kind == QuestionKind.One && answer.Chosen.Count > 1, "answer.too-many", "Choose one.");
        found.If(
            question is not null && answer.Chosen.Any(key => question.Options.All(o => o.Key != key)),
            "answer.unknown-option",
            "That answer is not one of the question's."
        );
        found.Text(answer.Typed);
        found.Count(answer.Chosen, MostChosen);
    }

    private static void Sample(SampleFact sample, FactChecks.Found found)
    {
        found.If(
            sample.CoursesOnSlope is < 1 or > CoursePicks.MostCourses,
            "sample.bad-courses",
            $"A slope has 1 to {CoursePicks.MostCourses} courses."
        );
        found.If(
            sample.Picked.Count == 0 || sample.Picked.Distinct().Count() != sample.Picked.Count,
            "sample.bad-picks",
            "Courses are picked once each, and at least one."
        );
        found.If(
            sample.Picked.Any(p => p < 1 || p > sample.CoursesOnSlope),
            "sample.off-the-slope",
            $"A picked course lies between 1 and {sample.CoursesOnSlope}."
        );
    }

    private static void Course(CourseFact course, RuleBook book, FactChecks.Found found)
    {
        found.If(course.Course < 1, "course.bad-number", "Courses are counted from the eave, beginning with 1.");
        found.If(course.NailsLooked is < 0 or > MostNails, "course.bad-count", "Count the nails looked at.");
        found.If(course.Wrong.Any(w => w.Count < 0), "course.bad-count", "A count of nails is zero or more.");
        found.If(
            course.Wrong.Sum(w => (long)w.Count) > course.NailsLooked,
            "course.more-wrong-than-looked",
            $"More nails are wrong than were looked at ({course.NailsLooked}): count each nail once, by its worst defect."
        );
        if (course.Exposure is { } exposure)
        {
            FactChecks.Measure(exposure, book.FindQuantity("exposure")!, found);
        }
    }

    private static void Limits(WeatherLimitsFact limits, FactChecks.Found found)
    {
        double[] all =
        [
            limits.WaitGustMph,
            limits.NoGoGustMph,
            limits.WaitRainInchesPerHour,
            limits.IceBelowF,
            limits.WaitHeatF,
            limits.NoGoHeatF,
        ];
        found.If(!all.All(l => Math.Abs(l) <= LargestWeather), "weather.bad-limit", "Give every limit as a number.");
        found.If(!(limits.WaitGustMph <= limits.NoGoGustMph), "weather.gusts-swapped", "Waiting begins at or below the gust that forbids.");
        found.If(!(limits.WaitHeatF <= limits.NoGoHeatF), "weather.heat-swapped", "Waiting begins at or below the heat that forbids.");
        found.If(!(limits.IceBelowF < limits.WaitHeatF), "weather.ice-over-heat", "The limit for ice lies below the one for heat.");
    }
}
