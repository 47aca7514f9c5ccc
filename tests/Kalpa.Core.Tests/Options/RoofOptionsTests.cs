using Kalpa.Core.Assessing;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.Options;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using Kalpa.Samples;
using static Kalpa.Core.Tests.Costs.PlainPrices;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.Options;

/// <summary>Options of whole roofs, worked by hand at plain prices, and what holds of any roof. How money is compared is common practice of engineering economics.</summary>
public class RoofOptionsTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly SlopeFact A = Taped(Roof.A);
    private static readonly SlopeFact B = Taped(Roof.B);

    /// <summary>Squares bought for a slope: 20, and a tenth for waste.</summary>
    private const double Squares = 22;

    /// <summary>Prices that make all labor free: what is left is standing-seam metal by the square, or shingles by the bundle, and the boot.</summary>
    private static FirmRulesFact Plain(double square, double boot) =>
        Firm(
            At("labor", 0),
            At("call-out", 0),
            At("covering-standing-seam", square),
            At("shingle-bundle", square / 3),
            At("laminated-bundle", square / 3),
            At("pipe-boot", boot),
            At("damage-sheathing", 1_600)
        );

    private static SlopeFact Taped(SlopeFact slope) =>
        slope with
        {
            // 5:12: 36.92 ft on plan are 40 ft along the roof.
            Pitch = TypedPitch.Of("5/12", PitchSource.Tape),
            EaveLength = new TypedLength("50 ft", 600),
            PlanRun = new TypedLength("36.92 ft", 480 * 12 / 13.0),
        };

    private static FindingFact Boot(SlopeFact on, WaterEvidence water = WaterEvidence.Active) =>
        Roof.Found("boot-collar-torn", water) with
        {
            SlopeId = on.Id,
            Place = "vent",
            Amount = new FindingAmount(1),
            Outcome = FindingOutcome.Mend,
        };

    private static AssessInput Owned(AssessInput input, OwnerTerms? terms, CommissionPurpose purpose = CommissionPurpose.Condition) =>
        input with
        {
            Visit = input.Visit! with { Commission = new Commission(purpose, Terms: terms) },
        };

    /// <summary>One slope of standing-seam metal, which lasts longer than any years asked here, with a torn boot and so many likely years.</summary>
    private static AssessInput OneSlope(double likely, FirmRulesFact firm, OwnerTerms? terms) =>
        Owned(WithYears(Several((A, CoveringKind.MetalStandingSeam, 1990)) with { Findings = [Boot(A)], Firm = firm }, (A, likely)), terms);

    private static OptionsAnswer Of(AssessInput input) => ComputeServices.Options(input, Book).Value!;

    private static RoofOption Of(OptionsAnswer answer, OptionKind kind) => answer.Options.Single(o => o.Kind == kind);

    // ---- by hand ----

    /// <summary>Without a later year nothing but today counts: a boot, or the squares.</summary>
    [Fact]
    public void What_is_paid_now_is_the_jobs_of_the_option()
    {
        var answer = Of(OneSlope(6, Plain(10, 50), new OwnerTerms(1, 0, 0, 0)));
        answer.Options.Select(o => o.Kind).ShouldBe([OptionKind.Repair, OptionKind.All]);
        Of(answer, OptionKind.Repair).Today.Mean.ShouldBe(50);
        Of(answer, OptionKind.All).Today.Mean.ShouldBe(Of(answer, OptionKind.All).Over.Mean);
        Of(answer, OptionKind.All).Today.Mean.ShouldBe(10 * Squares);
        Of(answer, OptionKind.Repair).Title.ShouldBe("Repair now, re-roof when due");
        Of(answer, OptionKind.All).Title.ShouldBe("Re-roof now");
        Of(answer, OptionKind.All).Jobs.Select(j => j.Title).ShouldBe(["Temporary repair (torn pipe boot)", "Re-roof slope A"]);
        Of(answer, OptionKind.Repair)
            .Later.ShouldHaveSingleItem()
            .ShouldBe("Plan the re-roof of slope A about 2032 (2026–2046): $220 at today’s prices");
    }

    /// <summary>
    /// A patch of 1,500 against a roof of 14,000, with nothing credited at the end. At 5% and 4% it pays from the twelfth year on (14,000 × (1 − (1.04/1.05)^n) passes 1,500
    /// between 11 and 12), at 8% and 3% from the third: so three years bought are too few there and enough here.
    /// </summary>
    [Theory]
    [InlineData(5, 4, 12)]
    [InlineData(8, 3, 3)]
    public void A_patch_pays_from_the_year_it_does_by_hand(double interest, double growth, int from)
    {
        var answer = Of(OneSlope(6, Plain(14_000 / Squares, 1_500), new OwnerTerms(12, interest, growth, 0)));
        answer.BreakEven.ShouldStartWith($"Repairing pays while at least {from} more years are likely; the chance of that is ");
    }

    /// <summary>Without interest or price growth a roof costs the same whenever it is paid: a patch for nothing costs no more, and so it pays.</summary>
    [Fact]
    public void What_costs_the_same_pays() =>
        Of(OneSlope(6, Plain(100, 0), new OwnerTerms(12, 0, 0, 0)))
            .BreakEven.ShouldBe("Repairing pays even if the covering lasts only 1 more year.");

    [Fact]
    public void A_patch_that_costs_nothing_pays_at_once_and_one_as_dear_as_the_roof_never()
    {
        Of(OneSlope(6, Plain(100, 0), new OwnerTerms(12, 5, 4, 0)))
            .BreakEven.ShouldBe("Repairing pays even if the covering lasts only 1 more year.");
        Of(OneSlope(6, Plain(100, (100 * Squares) + 1), new OwnerTerms(12, 5, 4, 0)))
            .BreakEven.ShouldBe("Re-roof now costs less even if the covering lasted 12 more years.");
    }

    /// <summary>An equal amount a year at the interest of the terms: 8% over 10 years are 0.14903 of it.</summary>
    [Fact]
    public void Each_option_is_also_an_amount_a_year()
    {
        var all = Of(Of(OneSlope(6, Plain(100, 50), new OwnerTerms(10, 8, 3, 0))), OptionKind.All);
        all.PerYear.ShouldBe(all.Over.Mean * .14903, 5);
    }

    // ---- which options there are ----

    [Fact]
    public void A_slope_on_which_repair_is_ruled_out_is_renewed_in_every_option()
    {
        var bare = Roof.Found("tab-unsealed", decided: "repair-replace=bare", extent: Extent.General) with { SlopeId = A.Id };
        var answer = Of(
            Owned(
                WithYears(
                    Several((A, CoveringKind.ThreeTabShingle, 2004), (B, CoveringKind.ThreeTabShingle, 2012)) with
                    {
                        Findings = [bare, Boot(B, WaterEvidence.NoneSeen)],
                        Firm = Plain(10, 50),
                    },
                    (A, 8),
                    (B, 8)
                ),
                null
            )
        );
        answer
            .Options.Select(o => o.Title)
            .ShouldBe([
                "Only what is urgent",
                "Re-roof slope A now, repair the rest",
                "Re-roof all slopes now",
                "Re-roof all slopes now, better: laminated shingles",
            ]);
        answer.Options.Select(o => o.Planned).ShouldBe([false, true, false, false]);
        answer.Options[0].Later[0].ShouldStartWith("Re-roof slope A within a year: $");
        answer.Options.Skip(1).ShouldAllBe(o => o.Today.Mean > 10 * Squares);
        answer.Options[1].Jobs.Select(j => j.Title).ShouldContain("Replace the pipe boot");
    }

    /// <summary>One slope is due and the other is not: the sections that are due are an option of their own, and the plan of work where the inspector wants it.</summary>
    [Fact]
    public void The_slopes_that_are_due_can_be_renewed_alone()
    {
        var input = WithYears(
            Several((A, CoveringKind.ThreeTabShingle, 2004), (B, CoveringKind.ThreeTabShingle, 2018)) with
            {
                Findings = [Boot(A)],
                Firm = Plain(10, 50),
            },
            (A, 4),
            (B, 12)
        );
        var answer = Of(input);
        answer
            .Options.Select(o => o.Title)
            .ShouldBe([
                "Repair now, re-roof when due",
                "Re-roof slope A now, the rest when due",
                "Re-roof all slopes now",
                "Re-roof all slopes now, better: laminated shingles",
            ]);
        answer.Options.Single(o => o.Planned).Kind.ShouldBe(OptionKind.Repair);
        var opined = Of(Cases.With(input, Recommended(OpinionAction.Replace, A.Id, "2026-12-01")));
        opined.Options.Single(o => o.Planned).Kind.ShouldBe(OptionKind.Part);
        // What the plan says changes no cost of an option.
        opined.Options.Select(o => o.Over).ShouldBe(answer.Options.Select(o => o.Over));
        // At five years it is due within the years one plans for, at six not.
        Of(WithYears(input, (A, 5), (B, 12))).Options.Select(o => o.Kind).ShouldContain(OptionKind.Part);
        Of(WithYears(input, (A, 6), (B, 12))).Options.Select(o => o.Kind).ShouldNotContain(OptionKind.Part);
        // And at ten it is worth weighing to renew all of it, at eleven not.
        Of(WithYears(input, (A, 10), (B, 12))).Options.Select(o => o.Kind).ShouldContain(OptionKind.All);
        Of(WithYears(input, (A, 11), (B, 12)))
            .WhyNone.ShouldBe("There is no choice between options: no slope is due for renewal within 10 years, so it is repaired.");
    }

    /// <summary>A leak cannot wait, a nail can: doing only what is urgent leaves the nail, with the damage expected from it.</summary>
    [Fact]
    public void Only_what_is_urgent_leaves_the_rest_undone()
    {
        var step = Roof.Found("kickout-missing") with { SlopeId = A.Id, Place = "porch", Outcome = FindingOutcome.Mend };
        var input = OneSlope(6, Plain(10, 50), null);
        var answer = Of(input with { Findings = [.. input.Findings, step] });
        var urgent = Of(answer, OptionKind.Urgent);
        urgent.Jobs.Select(j => j.Title).ShouldBe(["Replace the pipe boot"]);
        urgent.Undone.Count.ShouldBe(1);
        urgent.UndoneWords.ShouldStartWith("1 job that is due is left until the next re-roof; expected damage until then $");
        urgent.Planned.ShouldBeFalse();
        Of(answer, OptionKind.Repair).Undone.ShouldBeEmpty();
        Of(answer, OptionKind.Repair).UndoneWords.ShouldBe("");
        // The damage goes into what it costs: more than the boot and the same re-roof.
        (urgent.Over.Mean - urgent.Today.Mean).ShouldBeGreaterThan(
            Of(answer, OptionKind.Repair).Over.Mean - Of(answer, OptionKind.Repair).Today.Mean
        );
    }

    /// <summary>A manufacturer stands behind a new covering, and nobody behind an old one.</summary>
    [Theory]
    [InlineData(null, null, "On what is renewed now: not entered. Take it from the bids.")]
    [InlineData(10, 30, "On what is renewed now: workmanship 10 years, manufacturer’s 30 years.")]
    [InlineData(1, null, "On what is renewed now: workmanship 1 year, manufacturer’s not entered.")]
    [InlineData(null, 25, "On what is renewed now: workmanship not entered, manufacturer’s 25 years.")]
    public void Each_option_says_what_is_warranted(int? workmanship, int? manufacturer, string words)
    {
        var terms = new OwnerTerms(WorkmanshipYears: workmanship, ManufacturerYears: manufacturer);
        var answer = Of(OneSlope(6, Plain(10, 50), terms));
        Of(answer, OptionKind.All).Warranty.ShouldBe(words);
        Of(answer, OptionKind.Repair).Warranty.ShouldBe("On repairs the roofer’s workmanship only, none on the covering.");
        (answer.Terms.WorkmanshipYears, answer.Terms.ManufacturerYears).ShouldBe((workmanship, manufacturer));
    }

    /// <summary>What is left is counted by the stages that follow: doubled prices of damage double what leaving adds, and none adds nothing.</summary>
    [Fact]
    public void What_is_left_costs_the_damage_that_follows()
    {
        double Adds(double sheathing)
        {
            var step = Roof.Found("kickout-missing") with { SlopeId = A.Id, Place = "porch", Outcome = FindingOutcome.Mend };
            var firm = Firm(At("covering-standing-seam", 10), At("pipe-boot", 50), At("damage-sheathing", sheathing));
            var input = OneSlope(6, firm, new OwnerTerms(20, 0, 0, 0));
            var answer = Of(input with { Findings = [.. input.Findings, step] });
            var urgent = Of(answer, OptionKind.Urgent);
            return urgent.Over.Mean - urgent.Today.Mean;
        }
        var (none, once, twice) = (Adds(0), Adds(1_000), Adds(2_000));
        once.ShouldBeGreaterThan(none + 500);
        (twice - none).ShouldBe(2 * (once - none), 2);
    }

    /// <summary>
    /// What another trade does is not done with the re-roof: a crown left now is paid for when a crew is next there. A nail of the field goes with the re-roof, and its price
    /// counts nowhere.
    /// </summary>
    [Fact]
    public void What_is_left_and_stands_apart_is_paid_for_later()
    {
        var crown = Roof.Found("crown-cracked", WaterEvidence.NoneSeen) with
        {
            SlopeId = A.Id,
            Place = "chimney",
            Amount = new FindingAmount(1),
            Outcome = FindingOutcome.OtherTrade,
        };
        var nail = Roof.Found("nail-exposed", WaterEvidence.NoneSeen) with
        {
            SlopeId = A.Id,
            Place = "field",
            Outcome = FindingOutcome.Mend,
        };
        RoofOption Urgent(double price, string key, int years = 60)
        {
            var firm = Plain(10, 50);
            firm = firm with { Prices = [.. firm.Prices!.Where(p => p.Key != key), At(key, price)] };
            var input = OneSlope(6, firm, new OwnerTerms(years, 0, 0, 0));
            return Of(Of(input with { Findings = [.. input.Findings, crown, nail] }), OptionKind.Urgent);
        }
        Urgent(0, "crown-mix").Undone.ShouldBe(["Refer the crown to a mason"]);
        Urgent(0, "crown-mix").Today.ShouldBe(Urgent(100, "crown-mix").Today);
        // Five bags; the old covering ends within sixty years at every point.
        (Urgent(100, "crown-mix").Over.Mean - Urgent(0, "crown-mix").Over.Mean).ShouldBe(500, 1);
        // Within a single year the covering ends at few points only: at the others nobody is on the roof again, and nothing is paid.
        (Urgent(100, "crown-mix", 1).Over.Mean - Urgent(0, "crown-mix", 1).Over.Mean).ShouldBeInRange(0, 100);
        Urgent(0, "crown-mix").Later.ShouldContain("With the next re-roof: remove the nail and seal the hole");
    }

    /// <summary>One slope without a size does not take the other's price with it.</summary>
    [Fact]
    public void A_slope_without_a_size_leaves_the_others_to_be_compared()
    {
        var input = WithYears(
            Several((A, CoveringKind.MetalStandingSeam, 1990), (B with { PlanRun = null }, CoveringKind.MetalStandingSeam, 1990)) with
            {
                Findings = [Boot(A)],
                Firm = Plain(10, 50),
            },
            (A, 6),
            (B, 6)
        );
        var answer = Of(input);
        answer.Notes.ShouldBe([
            "Slope B: left out because nothing prices a new covering there: it needs a size, a covering that suits the pitch, and prices.",
        ]);
        answer.Options.Select(o => o.Over).ShouldBe(Of(OneSlope(6, Plain(10, 50), null)).Options.Select(o => o.Over));
        // Nor where repair is ruled out on both.
        var bare = Roof.Found("tab-unsealed", decided: "repair-replace=bare", extent: Extent.General) with
        {
            SlopeId = A.Id,
        };
        var stopped = Of(
            Several((A, CoveringKind.LaminatedShingle, 2004), (B with { PlanRun = null }, CoveringKind.LaminatedShingle, 2004)) with
            {
                Findings = [bare, bare with { Id = Guid.CreateVersion7(), SlopeId = B.Id }, Boot(A)],
                Firm = Plain(10, 50),
            }
        );
        stopped.Notes.ShouldHaveSingleItem().ShouldStartWith("Slope B: left out");
        stopped.WhyNone.ShouldBe("There is no choice between options: repair is ruled out on every slope.");
    }

    // ---- where there are none ----

    [Fact]
    public void Why_there_are_no_options_is_said()
    {
        Of(Owned(OneSlope(6, Plain(10, 50), null), null, CommissionPurpose.Claim))
            .WhyNone.ShouldBe("This kind of inspection gives no costs, so options are not compared.");
        Of(OneSlope(6, Plain(10, 50), null) with { Findings = [] })
            .WhyNone.ShouldBe("There are no options to compare: no job has a planning cost.");
        var none = Of(OneSlope(6, Plain(10, 50), null) with { Slopes = [A with { PlanRun = null }] });
        none.WhyNone.ShouldBe("There are no options to compare yet.");
        none.Notes.ShouldBe([
            "Slope A: left out because nothing prices a new covering there: it needs a size, a covering that suits the pitch, and prices.",
        ]);
        var specialist = Of(Cases.With(OneSlope(6, Plain(10, 50), null), Recommended(OpinionAction.HaveJudged, A.Id)));
        specialist.WhyNone.ShouldBe("There are no options to compare yet.");
        specialist.Notes.ShouldBe(["Slope A: left out until a remaining life is stated."]);
    }

    /// <summary>A porch of shingles at 1:12 gets another covering or pitch first: the main slope is compared without it, and the porch stays a job of every option.</summary>
    [Fact]
    public void What_nothing_prices_is_left_out_and_said()
    {
        var porch = Roof.B with { Pitch = TypedPitch.Of("1/12", PitchSource.Tape) };
        var input = OneSlope(6, Plain(10, 50), null);
        var answer = Of(
            input with
            {
                Slopes = [A, porch],
                Coverings =
                [
                    .. input.Coverings,
                    new CoveringFact(Guid.CreateVersion7(), porch.Id, "laminatedShingle", 2010, 2010, AgeSource.Permit),
                ],
            }
        );
        answer.Notes.ShouldHaveSingleItem().ShouldStartWith("Slope B: left out because nothing prices a new covering there");
        const string porchJob = "Replace the covering of slope B or re-slope it";
        Of(answer, OptionKind.Urgent).Undone.ShouldBe([porchJob]);
        var whole = answer.Options.Where(o => o.Kind != OptionKind.Urgent).ToList();
        whole.ShouldAllBe(o => o.Jobs.Any(j => j.Title == porchJob && j.Cost.Length == 0));
        whole.Select(o => o.Over).ShouldBe(Of(input).Options.Select(o => o.Over));
    }

    [Fact]
    public void Clients_see_options_where_they_see_costs()
    {
        Of(OneSlope(6, Plain(10, 50), null)).WhyNot.ShouldBe("");
        Of(OneSlope(6, Plain(10, 50) with { CostsForClients = null }, null)).WhyNot.ShouldStartWith("Clients do not see costs");
        // The boot is the firm's own price, the squares of the re-roof are not.
        var firm = Plain(10, 50);
        firm = firm with { Prices = [.. firm.Prices!.Where(p => p.Key != "covering-standing-seam")] };
        Of(OneSlope(6, firm, null)).WhyNot.ShouldStartWith("Clients do not see costs: 1 price is still an example.");
    }

    // ---- of any roof ----

    /// <summary>
    /// Over generated visits: what endangers people is in every option, no job is both done and left, doing less costs less today, and each term moves costs the way it must.
    /// </summary>
    [Fact]
    public void Options_hold_together_on_generated_roofs()
    {
        var (seen, dangers, weighed) = (0, 0, 0);
        foreach (var visit in new VisitGenerator(21).Visits(300))
        {
            var answer = Of(visit);
            (answer.WhyNone.Length > 0).ShouldBe(answer.Options.Count == 0);
            if (answer.Options.Count == 0)
            {
                continue;
            }
            seen++;
            answer.Options.Count.ShouldBeGreaterThan(1);
            answer.Options.Count(o => o.Planned).ShouldBeLessThanOrEqualTo(1);
            var danger = Assessor.Assess(visit, Book).Work.Where(w => w.Urgency == UrgencyClass.MakeSafeNow).Select(w => w.Title).ToList();
            dangers += danger.Count;
            foreach (var option in answer.Options)
            {
                danger.Except(option.Jobs.Select(j => j.Title)).ShouldBeEmpty();
                option.Years.Low.ShouldBeLessThanOrEqualTo(option.Years.Likely);
                option.Years.Likely.ShouldBeLessThanOrEqualTo(option.Years.High);
                option.Over.Low.ShouldBeLessThanOrEqualTo(option.Over.High);
            }
            if (answer.Options.FirstOrDefault(o => o.Kind == OptionKind.Urgent) is { } urgent)
            {
                urgent.Today.Mean.ShouldBeLessThanOrEqualTo(Of(answer, OptionKind.Repair).Today.Mean);
                (urgent.Undone.Count + urgent.Later.Count).ShouldBeGreaterThan(0);
            }
            if (
                answer.Options.FirstOrDefault(o => o.Kind == OptionKind.All) is { } all
                && all.Years.Low > Horizon
                && all.Over.Mean <= all.Today.Mean + FewDollars
                && answer.Options.Any(o => o.Kind == OptionKind.Repair)
            )
            {
                weighed++;
                // Dearer money speaks for waiting, dearer roofs against it, within years that a new covering outlasts.
                Gain(visit, new OwnerTerms(Horizon, 9, 4, 0))
                    .ShouldBeGreaterThanOrEqualTo(Gain(visit, new OwnerTerms(Horizon, 3, 4, 0)) - FewDollars);
                Gain(visit, new OwnerTerms(Horizon, 5, 8, 0))
                    .ShouldBeLessThanOrEqualTo(Gain(visit, new OwnerTerms(Horizon, 5, 1, 0)) + FewDollars);
                all.Today.Mean.ShouldBeGreaterThan(0);
            }
        }
        seen.ShouldBeGreaterThan(20);
        weighed.ShouldBeGreaterThan(10);
        dangers.ShouldBeGreaterThan(0);
    }

    /// <summary>Years of the owner within which no new covering ends.</summary>
    private const int Horizon = 8;

    /// <summary>Of ten coverings one ends below the low end of the range: where that costs more than this within the years, the terms pull both ways.</summary>
    private const double FewDollars = 10;

    /// <summary>How much less repairing costs than renewing all now.</summary>
    private static double Gain(AssessInput visit, OwnerTerms terms)
    {
        var answer = Of(Owned(visit, terms, visit.Visit?.Commission?.Purpose ?? CommissionPurpose.Condition));
        return Of(answer, OptionKind.All).Over.Mean - Of(answer, OptionKind.Repair).Over.Mean;
    }
}
