using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Urgency;

/// <summary>
/// Every weight of the cost of waiting at its value, and every class at its bound and either side (docs/methods.md, "Urgency"). The weights are planning figures
/// from memory; held here so that none changes unseen. The bare case: a possible leak in one spot over a finished room, seen, no water signs.
/// </summary>
public class ChanceValueTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly UrgencyFacts Bare = new(
        "made-up",
        WaterEvidence.NoneSeen,
        Extent.OnePlace,
        Under.HeatedRoom,
        false,
        VerdictOutcome.Seen,
        0,
        false
    );

    /// <summary>The same with the underside looked at on the visit.</summary>
    private static readonly UrgencyFacts Looked = Bare with { UndersideSeen = true };

    private static Condition Condition(
        Consequence consequence = Consequence.WaterIn,
        Likelihood likelihood = Likelihood.Possible,
        Progression progression = Progression.Slow
    ) =>
        new(
            "made-up",
            "Made up",
            ["field"],
            "",
            "",
            "",
            consequence,
            likelihood,
            progression,
            new Remedy("", [""]),
            [],
            SourceClass.Memory
        );

    private static UrgencyAnswer Of(UrgencyFacts facts, Condition? condition = null) => Urgencies.Of(Book, condition ?? Condition(), facts);

    [Theory]
    [InlineData(Likelihood.Unlikely, 0.04)]
    [InlineData(Likelihood.Possible, 0.12)]
    [InlineData(Likelihood.Likely, 0.35)]
    [InlineData(Likelihood.NearlySure, 0.8)]
    public void A_condition_s_own_chance(Likelihood likelihood, double chance) =>
        Of(Bare, Condition(likelihood: likelihood)).Chance.ShouldBe(chance);

    public static TheoryData<string, UrgencyFacts, double> Weights =>
        new()
        {
            { "several spots", Bare with { Extent = Extent.Scattered }, 0.18 },
            { "widespread", Bare with { Extent = Extent.General }, 0.3 },
            { "short by half its limit", Bare with { Outcome = VerdictOutcome.Short, Shortfall = 0.5 }, 0.15 },
            { "short by all of its limit", Bare with { Outcome = VerdictOutcome.Short, Shortfall = 1 }, 0.18 },
            { "no more than all of it counts", Bare with { Outcome = VerdictOutcome.Short, Shortfall = 3 }, 0.18 },
            { "conforming", Bare with { Outcome = VerdictOutcome.Conforms }, 0.024 },
            { "noted", Bare with { Outcome = VerdictOutcome.Noted }, 0.024 },
            { "cannot tell", Bare with { Outcome = VerdictOutcome.CannotTell }, 0.084 },
            { "deciding facts", Bare with { Weight = 2 }, 0.24 },
            // 1 − (1 − 0.12)(1 − 0.45) and 1 − (1 − 0.12)(1 − 0.15)
            { "stained", Bare with { Evidence = WaterEvidence.Stained }, 0.516 },
            { "suspected", Bare with { Evidence = WaterEvidence.Suspected }, 0.252 },
            { "active", Bare with { Evidence = WaterEvidence.Active }, 0.95 },
            { "dry attic", Looked with { Under = Under.Attic }, 0.06 },
            { "dry porch", Looked with { Under = Under.Porch }, 0.06 },
            { "dry overhang", Looked with { Under = Under.Overhang }, 0.06 },
            { "dry open air", Looked with { Under = Under.OpenAir }, 0.06 },
            { "a garage ceiling hides it", Looked with { Under = Under.Garage }, 0.12 },
            { "equipment below", Looked with { Under = Under.ElectricalGear }, 0.12 },
            { "an attic nobody looked into", Bare with { Under = Under.Attic }, 0.12 },
            { "not checked", Looked with { Under = Under.Attic, Evidence = WaterEvidence.NotChecked }, 0.12 },
            // Water load goes with the root of the run over twelve feet, within 0.9 and 1.5.
            { "ordinary run", Bare with { WaterRunFeet = 12 }, 0.12 },
            { "a longer run", Bare with { WaterRunFeet = 18.75 }, 0.15 },
            { "the longest that counts", Bare with { WaterRunFeet = 27 }, 0.18 },
            { "a longer one counts no more", Bare with { WaterRunFeet = 60 }, 0.18 },
            { "the shortest that counts", Bare with { WaterRunFeet = 9.72 }, 0.108 },
            { "a shorter one counts no less", Bare with { WaterRunFeet = 0 }, 0.108 },
            { "a slow slope", Bare with { RisePer12 = 3.99 }, 0.15 },
            { "at 4:12 it is not slow", Bare with { RisePer12 = 4 }, 0.12 },
            { "a likelier combination", Bare with { LeastLikelihood = Likelihood.Likely }, 0.35 },
            { "a less likely one changes nothing", Bare with { LeastLikelihood = Likelihood.Unlikely }, 0.12 },
        };

    [Theory]
    [MemberData(nameof(Weights))]
    public void Each_fact_weighs_what_it_weighs(string fact, UrgencyFacts facts, double chance) =>
        Of(facts).Chance.ShouldBe(chance, 0.0006, fact);

    /// <summary>A dry attic says nothing of what does not harm by water.</summary>
    [Theory]
    [InlineData(Consequence.WaterIn, 0.06)]
    [InlineData(Consequence.HiddenWet, 0.06)]
    [InlineData(Consequence.BlowOff, 0.12)]
    [InlineData(Consequence.EarlyAgeing, 0.12)]
    [InlineData(Consequence.Looks, 0.12)]
    public void Dryness_lowers_the_chance_of_water_alone(Consequence consequence, double chance) =>
        Of(Looked with { Under = Under.Attic }, Condition(consequence)).Chance.ShouldBe(chance);

    [Fact]
    public void Nothing_is_surer_than_water_coming_in() =>
        Of(Bare with { Extent = Extent.General }, Condition(likelihood: Likelihood.NearlySure)).Chance.ShouldBe(0.95);

    [Theory]
    [InlineData(Consequence.BlowOff, WeatherExposure.HotOrHail, 0.15)]
    [InlineData(Consequence.EarlyAgeing, WeatherExposure.HotOrHail, 0.15)]
    [InlineData(Consequence.BlowOff, WeatherExposure.Ordinary, 0.12)]
    [InlineData(Consequence.Looks, WeatherExposure.HotOrHail, 0.12)]
    [InlineData(Consequence.WaterIn, WeatherExposure.HotOrHail, 0.12)]
    public void Harsh_weather_weighs_on_what_it_tears_and_wears(Consequence consequence, WeatherExposure exposure, double chance) =>
        Of(Bare with { Exposure = exposure }, Condition(consequence)).Chance.ShouldBe(chance);

    /// <summary>What is said of why, at each bound and either side.</summary>
    [Fact]
    public void The_reasons_are_those_of_the_facts()
    {
        Of(Bare).Why[0].ShouldBe("If left, rain can get into the building.");
        Of(Bare with { Evidence = WaterEvidence.Active }).Why[0].ShouldBe("Water was coming into the building.");
        Of(Bare, Condition(Consequence.HiddenWet)).Why[0].ShouldBe("If left, the structure can get wet out of sight.");
        Of(Bare, Condition(Consequence.BlowOff)).Why[0].ShouldBe("If left, wind can tear it off.");
        Of(Bare, Condition(Consequence.EarlyAgeing)).Why[0].ShouldBe("If left, it can shorten the life of the roof.");
        Of(Bare with { WaterRunFeet = 24.9 }).Why.ShouldNotContain(w => w.Contains("drains past it"));
        Of(Bare with { WaterRunFeet = 25 }).Why.ShouldContain("About 25 ft of slope drains past it.");
        foreach (var catching in new[] { "drains", "gutters", "downspouts" })
        {
            Of(Bare with { WaterRunFeet = 25 }, Condition() with { Element = catching })
                .Why.ShouldContain("About 25 ft of slope drains to it.");
        }
        Of(Bare with { WaterRunFeet = 25 }, Condition() with { Element = "edge-metal" })
            .Why.ShouldContain("About 25 ft of slope drains past it.");
        var damp = Condition(Consequence.HiddenWet) with { IndoorAir = true };
        Of(Bare with { Evidence = WaterEvidence.NoneSeen }, damp).Why.ShouldContain("No moisture signs were found there.");
        Of(Bare with { Evidence = WaterEvidence.Suspected }, damp).Why.ShouldContain("Moisture is suspected, not confirmed.");
        Of(Bare with { Evidence = WaterEvidence.Suspected }).Why.ShouldContain("Water entry is suspected, not confirmed.");
        Of(Bare with { Evidence = WaterEvidence.Stained }, damp).Why.ShouldContain("Staining was seen.");
        Of(Bare with { WaterRunFeet = 25 }, Condition(Consequence.Looks)).Why.ShouldNotContain(w => w.Contains("drains past it"));
        Of(Bare with { Outcome = VerdictOutcome.Short, Shortfall = 0.25 }).Why.ShouldContain("It misses the limit by 25%.");
        Of(Bare).Why.ShouldNotContain(w => w.Contains("misses the limit"));
        Of(Bare with { Outcome = VerdictOutcome.Conforms }).Why.ShouldContain("The measure conforms.");
        Of(Bare, Condition(progression: Progression.Fast)).Why.ShouldContain("It gets worse fast.");
        Of(Bare, Condition(progression: Progression.Steady)).Why.ShouldContain("It gets worse steadily.");
        Of(Bare).Why.ShouldNotContain(w => w.StartsWith("It gets worse", StringComparison.Ordinal));
        Of(Bare with { ReroofDue = true }).Why.ShouldContain("The slope is due for replacement; do it with that work.");
        Of(Bare with { Weight = 0.1, NearEnd = true }).Why.ShouldContain("The slope is near the end of its life; do it with the re-roof.");
    }

    [Fact]
    public void A_run_of_water_weighs_on_water_alone() =>
        Of(Bare with { WaterRunFeet = 27, RisePer12 = 2 }, Condition(Consequence.BlowOff)).Chance.ShouldBe(0.12);

    /// <summary>Chance × progression × what lies under it × the harm of one event, 800 to 6,000 dollars for water; in whole tens.</summary>
    [Theory]
    [InlineData(Progression.Fast, Under.HeatedRoom, 140, 1080)]
    [InlineData(Progression.Steady, Under.HeatedRoom, 120, 860)]
    [InlineData(Progression.Slow, Under.HeatedRoom, 100, 720)]
    [InlineData(Progression.None, Under.HeatedRoom, 80, 580)]
    [InlineData(Progression.Slow, Under.ElectricalGear, 100, 720)]
    [InlineData(Progression.Slow, Under.Garage, 50, 360)]
    [InlineData(Progression.Slow, Under.Porch, 10, 110)]
    [InlineData(Progression.Slow, Under.Overhang, 10, 110)]
    [InlineData(Progression.Slow, Under.OpenAir, 0, 40)]
    public void The_loss_of_a_year_s_waiting(Progression progression, Under under, double low, double high)
    {
        var answer = Of(Looked with { Under = under }, Condition(progression: progression));
        (answer.LossLow, answer.LossHigh).ShouldBe((low, high));
    }

    [Fact]
    public void What_lies_under_it_lowers_the_harm_of_water_alone()
    {
        var condition = Condition(Consequence.HiddenWet);
        Of(Bare with { Under = Under.Garage }, condition).LossHigh.ShouldBe(Of(Bare, condition).LossHigh);
    }

    /// <summary>Harm of one event by consequence, dollars, as the book holds it (planning figures, from memory).</summary>
    [Theory]
    [InlineData(Consequence.WaterIn, 800, 6_000)]
    [InlineData(Consequence.HiddenWet, 1_000, 6_000)]
    [InlineData(Consequence.BlowOff, 600, 4_000)]
    [InlineData(Consequence.EarlyAgeing, 150, 900)]
    [InlineData(Consequence.Looks, 20, 100)]
    public void The_harm_of_one_event(Consequence consequence, double low, double high)
    {
        var harm = Book.Harm.Single(h => h.Consequence == consequence);
        (harm.Low, harm.High).ShouldBe((low, high));
    }

    /// <summary>
    /// The class begins where the likely loss, the geometric mean of both ends, reaches 120, 600 and 1,600 dollars: with hidden wet √(1,000 × 6,000) = 2,449, so
    /// from chances of 0.049, 0.245 and 0.653. The loss is decided in whole tens: five dollars either side of a bound round to it.
    /// </summary>
    [Theory]
    [InlineData(114, UrgencyClass.Watch)]
    [InlineData(116, UrgencyClass.WithinYear)]
    [InlineData(594, UrgencyClass.WithinYear)]
    [InlineData(596, UrgencyClass.ThisSeason)]
    [InlineData(1_594, UrgencyClass.ThisSeason)]
    [InlineData(1_596, UrgencyClass.BeforeNextRain)]
    public void A_class_begins_at_its_loss(double loss, UrgencyClass expected)
    {
        var weight = loss / (0.12 * Math.Sqrt(1_000 * 6_000));
        Of(Bare with { Weight = weight }, Condition(Consequence.HiddenWet)).Class.ShouldBe(expected);
    }

    [Fact]
    public void An_active_leak_is_closed_before_the_next_rain_and_in_open_air_within_the_season()
    {
        var open = Bare with { Evidence = WaterEvidence.Active, Under = Under.OpenAir };
        var slow = Condition(progression: Progression.None);
        Of(open with { Evidence = WaterEvidence.Stained }, slow).Class.ShouldBe(UrgencyClass.Watch);
        Of(open, slow).Class.ShouldBe(UrgencyClass.ThisSeason);
        Of(open with { Under = Under.Porch }, slow).Class.ShouldBe(UrgencyClass.BeforeNextRain);
        // What harms in another way than by water is not raised by it.
        Of(open, Condition(Consequence.Looks)).Class.ShouldBe(UrgencyClass.Watch);
    }

    [Fact]
    public void Small_things_near_the_end_go_with_the_re_roof_and_a_year_s_thing_does_not()
    {
        Of(Bare with { Weight = 0.1, NearEnd = true }).Class.ShouldBe(UrgencyClass.WithReroof);
        Of(Bare with { NearEnd = true }).Class.ShouldBe(UrgencyClass.WithinYear);
        Of(Bare with { ReroofDue = true }).Class.ShouldBe(UrgencyClass.WithReroof);
        Of(Bare with { ReroofDue = true, Evidence = WaterEvidence.Suspected, Weight = 0.1 }).Class.ShouldBe(UrgencyClass.WithReroof);
        Of(Bare with { ReroofDue = true }, Condition(progression: Progression.Fast)).Class.ShouldBe(UrgencyClass.ThisSeason);
    }

    /// <summary>A shingle that is gone, a sheet with a hole: a dry ceiling today is no reason to wait a year (common practice). What is worth little is watched all the same.</summary>
    [Fact]
    public void What_gets_worse_fast_is_not_left_a_year()
    {
        Of(Bare, Condition(progression: Progression.Steady)).Class.ShouldBe(UrgencyClass.WithinYear);
        Of(Bare, Condition(progression: Progression.Fast)).Class.ShouldBe(UrgencyClass.ThisSeason);
        Of(Bare with { Weight = 0.1 }, Condition(progression: Progression.Fast)).Class.ShouldBe(UrgencyClass.Watch);
    }

    [Theory]
    [InlineData(true, true, Consequence.Looks, UrgencyClass.MakeSafeNow)]
    [InlineData(true, false, Consequence.LifeSafety, UrgencyClass.MakeSafeNow)]
    [InlineData(false, true, Consequence.Looks, UrgencyClass.Watch)]
    [InlineData(true, false, Consequence.Looks, UrgencyClass.Watch)]
    public void What_can_hurt_somebody_goes_first(bool people, bool falls, Consequence consequence, UrgencyClass expected) =>
        Of(Bare with { PeopleBelow = people }, Condition(consequence) with { CanFall = falls }).Class.ShouldBe(expected);
}
