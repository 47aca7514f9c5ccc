using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Samples;
using MathNet.Numerics.Distributions;

namespace Kalpa.Core.Tests.Life;

/// <summary>What bears on a life: factors, words on the year, earlier visits, choices and overruling.</summary>
public class EvidenceTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 7, 2);
    private static readonly Gen<LifeFacts> AnyLife = Gen.Choose(0, 100_000).Select(seed => new VisitGenerator(seed).Life());

    private static LifeFacts Shingle(int? laid = 2012, int? stage = 1) =>
        new(
            CoveringKind.LaminatedShingle,
            WeatherExposure.Ordinary,
            laid,
            laid,
            AgeSource.Permit,
            1,
            stage is null ? null : [new StageShare(stage.Value, 100)],
            Day
        );

    private static double Likely(LifeFacts facts) => RemainingLife.Of(Book, facts).Stated!.Likely;

    private static LifeFacts With(LifeFacts facts, string factor, string option) =>
        facts with
        {
            Wear = [.. facts.Wear ?? [], new WearFact(factor, option, "said")],
        };

    /// <summary>Common practice: poor air, branches, feet, neglect and light grades shorten; care and air lengthen.</summary>
    [Theory]
    [InlineData("ventilation", "none", true)]
    [InlineData("ventilation", "good", false)]
    [InlineData("trees", "over", true)]
    [InlineData("traffic", "heavy", true)]
    [InlineData("maintenance", "never", true)]
    [InlineData("maintenance", "regular", false)]
    [InlineData("grade", "light", true)]
    [InlineData("grade", "heavy", false)]
    public void Each_factor_works_the_way_the_trade_says(string factor, string option, bool shortens)
    {
        var bare = Likely(Shingle(stage: null));
        var with = Likely(With(Shingle(stage: null), factor, option));
        (shortens ? with < bare : with > bare).ShouldBeTrue($"{bare} → {with}");
    }

    [Fact]
    public void More_standing_water_never_means_longer()
    {
        var sheet = Shingle() with { Kind = CoveringKind.Tpo };
        string[] options = ["none", "tenth", "quarter", "more"];
        options.Select(o => Likely(With(sheet, "ponding", o))).ShouldBeInOrder(SortDirection.Descending);
    }

    /// <summary>Common practice: the sunny side wears first.</summary>
    [Fact]
    public void The_sunny_side_ends_sooner() =>
        Likely(Shingle() with { SunRatio = 1.3 }).ShouldBeLessThan(Likely(Shingle() with { SunRatio = 0.7 }));

    /// <summary>ISO 15686-8: an effect counts once. Hail that shows in the stage is no factor as well.</summary>
    [Fact]
    public void Hail_counts_in_the_stage_or_as_a_factor_never_twice()
    {
        var seen = RemainingLife.Of(Book, With(Shingle(), "hail", "bruised"));
        seen.Factors.Single(f => f.Key == "hail").Applied.ShouldBeFalse();
        seen.Stated.ShouldBe(RemainingLife.Of(Book, Shingle()).Stated);
        Likely(With(Shingle(stage: null), "hail", "bruised")).ShouldBeLessThan(Likely(Shingle(stage: null)));
    }

    [Fact]
    public void A_factor_switched_off_costs_nothing_and_says_what_it_cost()
    {
        var facts = With(With(Shingle(), "ventilation", "none"), "trees", "over") with { Deep = true };
        var life = RemainingLife.Of(Book, facts);
        var air = life.Factors.Single(f => f.Key == "ventilation");
        air.CostYears!.Value.ShouldBeGreaterThan(0);
        var without = RemainingLife.Of(Book, facts with { Without = ["ventilation"] });
        without.Stated!.Likely.ShouldBe(life.Stated!.Likely + air.CostYears.Value, 0.051);
        without.Factors.Single(f => f.Key == "ventilation").Applied.ShouldBeFalse();
    }

    [Property(MaxTest = 100)]
    public Property The_product_of_all_factors_keeps_within_its_bounds() =>
        Prop.ForAll(
            AnyLife.ToArbitrary(),
            facts => RemainingLife.Of(Book, facts).Factors.All(f => f.Value is >= 0.8 and <= 1.2 && f.Reason.Length > 5)
        );

    [Fact]
    public void Factors_that_a_question_asks_are_those_the_book_holds()
    {
        foreach (var factor in Book.Factors.Where(f => Book.FindQuestion(f.Key) is not null))
        {
            var question = Book.FindQuestion(factor.Key)!;
            factor.Options.ShouldAllBe(o => question.Options.Any(q => q.Key == o.Key), factor.Key);
            Book.FindStation(question.Station).ShouldNotBeNull(factor.Key);
        }
        Book.Factors.SelectMany(f => f.Implied).ShouldAllBe(i => Book.FindCondition(i.Condition) != null);
    }

    /// <summary>A permit outweighs an owner's memory; two words that agree narrow the range.</summary>
    [Fact]
    public void Words_on_the_year_are_weighed_by_who_says_them()
    {
        var owner = Shingle() with { LaidFrom = 2000, LaidTo = 2012, AgeSource = AgeSource.Owner };
        var alone = RemainingLife.Of(Book, owner).Age!;
        var both = RemainingLife.Of(Book, owner with { Evidence = [new YearEvidence(2010, 2010, AgeSource.Permit)] });
        (both.Age!.High - both.Age.Low).ShouldBeLessThan(alone.High - alone.Low);
        both.Age.Source.ShouldBe(AgeSource.Permit);
        both.Age.Low.ShouldBeGreaterThan(14);
        both.Age.High.ShouldBeLessThan(18);
    }

    [Fact]
    public void Words_that_do_not_agree_are_told()
    {
        var facts = Shingle() with { LaidFrom = 1998, LaidTo = 1999, Evidence = [new YearEvidence(2010, 2011, AgeSource.Neighbours)] };
        string.Join(' ', RemainingLife.Of(Book, facts).Reasons).ShouldContain("The sources disagree");
    }

    [Fact]
    public void A_guess_by_eye_beside_a_permit_is_left_out_once_the_slope_is_rated()
    {
        var permit = RemainingLife.Of(Book, Shingle());
        var guessed = RemainingLife.Of(Book, Shingle() with { Evidence = [new YearEvidence(2020, 2022, AgeSource.ByEye)] });
        guessed.Stated.ShouldBe(permit.Stated);
    }

    [Theory]
    [InlineData(1, "Rated on earlier visits: stage 1 in 2019.")]
    [InlineData(null, "Rated on earlier visits: no widespread wear in 2019.")]
    public void An_earlier_look_is_named_with_its_stage(int? stage, string words)
    {
        // Flashing alone was rated then: nothing that governs the slope.
        StageShare[] shares = stage is { } rated ? [new StageShare(rated, 100)] : [];
        var facts = Shingle(2008, 2) with { Earlier = [new EarlierLook(new DateOnly(2019, 7, 2), shares)] };
        RemainingLife.Of(Book, facts).Reasons.ShouldContain(r => r.Contains(words));
    }

    /// <summary>Two looks one after the other against brute force over MathNet's density.</summary>
    [Theory]
    [InlineData(0, 1)]
    [InlineData(1, 1)]
    public void Two_visits_one_after_the_other_agree_with_brute_force(int then, int now)
    {
        var facts = Shingle(2008, now) with { Earlier = [new EarlierLook(new DateOnly(2019, 7, 2), [new StageShare(then, 100)])] };
        var covering = Book.Covering(CoveringKind.LaminatedShingle);
        var reference = covering.LifeIn(WeatherExposure.Ordinary);
        var law = WeibullFit.Through(reference.Low, reference.Likely, reference.High).Law;
        var theirs = new Weibull(law.Shape, law.Scale);
        var samples = new List<(double Left, double Weight)>();
        foreach (var age in new[] { 17.5 + 1.0 / 6, 18.0, 18.5 - 1.0 / 6 })
        {
            var one = Enumerable
                .Range(0, 40_000)
                .Select(i => law.Shift + (i + 0.5) * 60 / 40_000)
                .Select(t =>
                    (
                        Math.Max(0, t - age),
                        theirs.Density(t - law.Shift) * covering.Stages.Chance(now, age / t) * covering.Stages.Chance(then, (age - 7) / t)
                    )
                )
                .ToList();
            var total = one.Sum(x => x.Item2);
            samples.AddRange(one.Select(x => (x.Item1, x.Item2 / total / 3)));
        }
        samples.Sort();
        double Quantile(double p)
        {
            double sum = 0;
            return samples.First(x => (sum += x.Weight) >= p).Left;
        }
        var left = RemainingLife.Of(Book, facts).Schools.Single(s => s.School == School.Combined).Left!;
        left.Low.ShouldBe(Quantile(0.1), 0.16);
        left.Likely.ShouldBe(Quantile(0.5), 0.16);
        left.High.ShouldBe(Quantile(0.9), 0.16);
    }

    [Fact]
    public void Worse_before_never_means_longer()
    {
        double Before(int stage) =>
            Likely(Shingle(2008, 2) with { Earlier = [new EarlierLook(new DateOnly(2019, 7, 2), [new StageShare(stage, 100)])] });
        new[] { Before(0), Before(1), Before(2) }.ShouldBeInOrder(SortDirection.Descending);
    }

    [Fact]
    public void The_firms_school_is_stated_and_the_inspectors_choice_goes_before_it()
    {
        var firm = RemainingLife.Of(Book, Shingle() with { FirmSchool = School.AgeTable });
        firm.StatedSchool.ShouldBe(School.AgeTable);
        firm.WhySchool.ShouldContain("firm");
        RemainingLife
            .Of(Book, Shingle() with { FirmSchool = School.AgeTable, ChosenSchool = School.WhatIsSeen })
            .StatedSchool.ShouldBe(School.WhatIsSeen);
    }

    [Fact]
    public void An_overruled_figure_is_stated_and_the_computed_one_kept()
    {
        var life = RemainingLife.Of(Book, Shingle() with { Overruled = new YearsLeft(2, 3, 5), OverruleReason = "brittle on the ridge" });
        life.Stated.ShouldBe(new YearsLeft(2, 3, 5));
        life.Overruled!.Computed.ShouldBe(RemainingLife.Of(Book, Shingle()).Stated);
        life.Reasons.ShouldContain(r => r.Contains("brittle on the ridge"));
        life.Chances.Single(c => c.Years == 2).Chance.ShouldBe(0.9, 0.02);
        life.Chances.Single(c => c.Years == 5).Chance.ShouldBe(0.1, 0.02);
    }

    /// <summary>Even stage 4 can be overruled, with a reason.</summary>
    [Fact]
    public void Spent_can_be_overruled() =>
        RemainingLife
            .Of(Book, Shingle(2020, 4) with { Overruled = new YearsLeft(0, 1, 2), OverruleReason = "only the ridge" })
            .Stated.ShouldBe(new YearsLeft(0, 1, 2));

    [Fact]
    public void An_unrated_tile_roof_asks_to_lift_two_tiles_first()
    {
        var facts = Shingle(2004, null) with { Kind = CoveringKind.ClayTile, Deep = true };
        var narrowing = RemainingLife.Of(Book, facts).Narrowing;
        narrowing.Count.ShouldBeLessThanOrEqualTo(2);
        narrowing[0].Text.ShouldBe("Lift two tiles and rate the paper underlayment");
        narrowing[0].Narrows.ShouldBeTrue();
    }

    /// <summary>What shows in the stage is asked for only while no stage is recorded.</summary>
    [Theory]
    [InlineData(null, true)]
    [InlineData(1, false)]
    public void What_the_stage_shows_is_not_asked_for_as_well(int? stage, bool asked)
    {
        var metal = Shingle(2004, stage) with { Kind = CoveringKind.MetalStandingSeam, Deep = true };
        var known = With(metal, "maintenance", "regular");
        RemainingLife.Of(Book, known).Narrowing.Any(n => n.Text == "Ask about hail, and check the soft metals").ShouldBe(asked);
    }

    [Fact]
    public void A_wide_age_asks_for_a_permit()
    {
        var facts = Shingle(null, null) with { LaidFrom = 1998, LaidTo = 2016, AgeSource = AgeSource.Owner, Deep = true };
        RemainingLife.Of(Book, facts).Narrowing.ShouldContain(n => n.Text.Contains("permit"));
    }

    /// <summary>Published charts (three-tab about 20 years, laminated about 30, built-up 20–30, modified bitumen about 20, EPDM 15–25, TPO 7–20, PVC 20–25,
    /// wood 25, copper 70, slate 60 and more, tile 50–100, underlayment 20–30; from memory) fall inside the reference ranges.</summary>
    [Theory]
    [InlineData(CoveringKind.ThreeTabShingle, 20)]
    [InlineData(CoveringKind.LaminatedShingle, 30)]
    [InlineData(CoveringKind.BuiltUp, 25)]
    [InlineData(CoveringKind.ModifiedBitumen, 20)]
    [InlineData(CoveringKind.Tpo, 14)]
    [InlineData(CoveringKind.Pvc, 22)]
    [InlineData(CoveringKind.WoodShingle, 25)]
    [InlineData(CoveringKind.Slate, 60)]
    [InlineData(CoveringKind.ClayTile, 75)]
    public void Published_charts_lie_inside_the_reference_range(string kind, double years)
    {
        var life = Book.Covering(kind).LifeIn(WeatherExposure.Ordinary);
        years.ShouldBeInRange(life.Low, life.High);
    }

    [Theory]
    [InlineData("paper-underlayment", 20, 30)]
    [InlineData("seams", 15, 25)]
    public void Published_charts_of_components_are_held_as_they_stand(string kind, double low, double high)
    {
        var life = Book.FindComponent(kind)!.LifeIn(WeatherExposure.Ordinary)!;
        (life.Low, life.High).ShouldBe((low, high));
    }

    /// <summary>Common practice: copper lasts 70 years and more.</summary>
    [Fact]
    public void Copper_lasts_seventy_years_and_more() =>
        Book.FindComponent("copper")!.LifeIn(WeatherExposure.Ordinary)!.Likely.ShouldBeGreaterThan(70);

    [Fact]
    public void Every_component_has_stages_and_a_clock_unless_it_is_passive()
    {
        foreach (var kind in Book.Components)
        {
            kind.StageLooks.Count.ShouldBe(5, kind.Key);
            kind.Stages.Breaks.ShouldBeInOrder();
            kind.Lives.Any().ShouldBe(kind.Part != ComponentPart.Passive, kind.Key);
            kind.Lives.ShouldAllBe(l => l.Low > 0 && l.Low < l.Likely && l.Likely < l.High, kind.Key);
            (kind.Renew.Length > 0).ShouldBe(kind.Part == ComponentPart.Renewable, kind.Key);
        }
        Book.Components.Select(c => c.Key).ShouldBeUnique();
        Book.Coverings.Where(c => c.KeepsWaterOut is not null).ShouldAllBe(c => Book.FindComponent(c.KeepsWaterOut!) != null);
    }
}
