using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Samples;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Integration;
using MathNet.Numerics.RootFinding;

namespace Kalpa.Core.Tests.Life;

public class RemainingLifeTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 7, 2);

    /// <summary>The figures are printed to a tenth; the grid adds at most half a cell.</summary>
    private const double PrintedYears = 0.16;

    private static readonly Gen<LifeFacts> AnyLife = Gen.Choose(0, 100_000).Select(seed => new VisitGenerator(seed).Life());

    private static LifeFacts Facts(
        string kind = CoveringKind.LaminatedShingle,
        int? laid = 2010,
        int? stage = 1,
        AgeSource source = AgeSource.Permit,
        int layers = 1
    ) => new(kind, WeatherExposure.Ordinary, laid, laid, source, layers, stage is null ? null : [new StageShare(stage.Value, 100)], Day);

    private static void ShouldAgree(YearsLeft left, Func<double, double> quantile)
    {
        left.Low.ShouldBe(quantile(0.1), PrintedYears);
        left.Likely.ShouldBe(quantile(0.5), PrintedYears);
        left.High.ShouldBe(quantile(0.9), PrintedYears);
    }

    private static double QuantileOf(List<(double Left, double Weight)> samples, double p)
    {
        samples.Sort();
        var wanted = p * samples.Sum(s => s.Weight);
        double sum = 0;
        return samples.First(x => (sum += x.Weight) >= wanted).Left;
    }

    /// <summary>Residual life of a truncated Weibull, integrated and inverted with MathNet.Numerics over the same year of laying.</summary>
    [Theory]
    [InlineData(2023)]
    [InlineData(2014)]
    [InlineData(2006)]
    [InlineData(1990)]
    public void The_age_table_is_the_life_cut_off_below_the_age(int laid)
    {
        var reference = Book.Covering(CoveringKind.LaminatedShingle).LifeIn(WeatherExposure.Ordinary);
        var law = WeibullFit.Through(reference.Low, reference.Likely, reference.High).Law;
        var theirs = new Weibull(law.Shape, law.Scale);
        double Survival(double t) => t <= law.Shift ? 1 : 1 - theirs.CumulativeDistribution(t - law.Shift);
        double Beyond(double years) =>
            GaussLegendreRule.Integrate(age => Survival(age + years) / Survival(age), 2025.5 - laid, 2026.5 - laid, 12);
        double Quantile(double p) => Brent.FindRoot(y => Beyond(y) - (1 - p), 0, 60, 1e-9);

        var left = School(RemainingLife.Of(Book, Facts(laid: laid, stage: null)), Core.Life.School.AgeTable);
        ShouldAgree(left, Quantile);
    }

    /// <summary>The posterior against brute force: fifty thousand points of MathNet's density times the stage's chance.</summary>
    [Theory]
    [InlineData(2012, 0)]
    [InlineData(2012, 1)]
    [InlineData(2018, 0)]
    [InlineData(2005, 1)]
    public void The_posterior_agrees_with_brute_force(int laid, int stage)
    {
        var covering = Book.Covering(CoveringKind.LaminatedShingle);
        var reference = covering.LifeIn(WeatherExposure.Ordinary);
        var law = WeibullFit.Through(reference.Low, reference.Likely, reference.High).Law;
        var theirs = new Weibull(law.Shape, law.Scale);
        var samples = new List<(double Left, double Weight)>();
        foreach (var age in new[] { 2026.5 - laid - 1 + 1 / 6.0, 2026.5 - laid - 0.5, 2026.5 - laid - 1 / 6.0 })
        {
            var ofAge = new List<(double Left, double Weight)>();
            for (var i = 0; i < 50_000; i++)
            {
                var life = law.Shift + (i + 0.5) * 60 / 50_000;
                ofAge.Add((Math.Max(0, life - age), theirs.Density(life - law.Shift) * covering.Stages.Chance(stage, age / life)));
            }
            var sum = ofAge.Sum(x => x.Weight);
            samples.AddRange(ofAge.Select(x => (x.Left, x.Weight / sum / 3)));
        }
        double Quantile(double p) => QuantileOf(samples, p);
        var left = School(RemainingLife.Of(Book, Facts(laid: laid, stage: stage)), Core.Life.School.Combined);
        ShouldAgree(left, Quantile);
    }

    /// <summary>
    /// The look alone against brute force: lives weighed by MathNet's density, the share of life used anywhere from zero to a third beyond its end, each pair
    /// by the chance of the stage.
    /// </summary>
    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void The_look_alone_agrees_with_brute_force(int stage)
    {
        var covering = Book.Covering(CoveringKind.LaminatedShingle);
        var reference = covering.LifeIn(WeatherExposure.Ordinary);
        var law = WeibullFit.Through(reference.Low, reference.Likely, reference.High).Law;
        var theirs = new Weibull(law.Shape, law.Scale);
        var samples = new List<(double Left, double Weight)>();
        for (var i = 0; i < 400; i++)
        {
            var used = (i + 0.5) * 1.3 / 400;
            for (var j = 0; j < 400; j++)
            {
                var beyond = (j + 0.5) * 60 / 400;
                samples.Add((Math.Max(0, 1 - used) * (law.Shift + beyond), theirs.Density(beyond) * covering.Stages.Chance(stage, used)));
            }
        }
        double Quantile(double p) => QuantileOf(samples, p);
        var left = School(RemainingLife.Of(Book, Facts(laid: 2012, stage: stage)), Core.Life.School.WhatIsSeen);
        ShouldAgree(left, Quantile);
    }

    /// <summary>From stage 2 on the look leads: age and look together say what the look alone says, whatever the year.</summary>
    [Theory]
    [InlineData(2012, 2)]
    [InlineData(2012, 3)]
    [InlineData(1999, 2)]
    [InlineData(2021, 3)]
    public void From_stage_2_on_the_look_leads(int laid, int stage)
    {
        var life = RemainingLife.Of(Book, Facts(laid: laid, stage: stage));
        School(life, Core.Life.School.Combined).ShouldBe(School(life, Core.Life.School.WhatIsSeen));
    }

    [Property(MaxTest = 150)]
    public Property Low_likely_and_high_come_in_that_order() =>
        Prop.ForAll(
            AnyLife.ToArbitrary(),
            facts =>
                RemainingLife
                    .Of(Book, facts)
                    .Schools.Where(s => s.Left is not null)
                    .All(s => 0 <= s.Left!.Low && s.Left.Low <= s.Left.Likely && s.Left.Likely <= s.Left.High)
        );

    [Property(MaxTest = 1000)]
    public Property More_wear_never_lengthens_life() =>
        Prop.ForAll(
            (
                from facts in AnyLife
                from stage in Gen.Choose(0, 3)
                from worse in Gen.Choose(1, 4)
                from percent in Gen.Choose(1, 99)
                select (facts, stage, worse, percent)
            ).ToArbitrary(),
            at =>
            {
                var before = RemainingLife.Of(Book, at.facts with { Shares = [new StageShare(at.stage, 100)], Overruled = null });
                var after = RemainingLife.Of(
                    Book,
                    at.facts with
                    {
                        Shares = [new StageShare(at.stage, 100 - at.percent), new StageShare(Math.Min(4, at.stage + at.worse), at.percent)],
                    }
                );
                return NotLonger(after, before, Core.Life.School.Combined) && NotLonger(after, before, Core.Life.School.WhatIsSeen);
            }
        );

    // Inputs that once broke the property: components far older than their law lets one expect, ranges of ages of unlike width, a component that was
    // left out of the reckoning until another wore more, and a year that spoke against the exposure until wear led.
    [Theory]
    [InlineData(63541, 0, 2, 17)]
    [InlineData(22204, 0, 1, 11)]
    [InlineData(57763, 0, 2, 22)]
    [InlineData(35504, 0, 1, 42)]
    [InlineData(35222, 0, 2, 96)]
    [InlineData(78532, 1, 1, 79)]
    public void More_wear_did_lengthen_life_here(int seed, int stage, int worse, int percent)
    {
        var facts = new VisitGenerator(seed).Life() with { Overruled = null };
        var before = RemainingLife.Of(Book, facts with { Shares = [new StageShare(stage, 100)] });
        var after = RemainingLife.Of(
            Book,
            facts with
            {
                Shares = [new StageShare(stage, 100 - percent), new StageShare(stage + worse, percent)],
            }
        );
        NotLonger(after, before, Core.Life.School.Combined).ShouldBeTrue();
        NotLonger(after, before, Core.Life.School.WhatIsSeen).ShouldBeTrue();
    }

    [Property(MaxTest = 150)]
    public Property Older_never_means_longer_by_the_age_table() =>
        Prop.ForAll(
            (from facts in AnyLife from years in Gen.Choose(1, 20) select (facts, years)).ToArbitrary(),
            at =>
            {
                var young = at.facts with { Evidence = null, LaidFrom = at.facts.AsOf.Year - 15, LaidTo = at.facts.AsOf.Year - 15 };
                var old = young with { LaidFrom = young.LaidFrom - at.years, LaidTo = young.LaidTo - at.years };
                return NotLonger(RemainingLife.Of(Book, old), RemainingLife.Of(Book, young), Core.Life.School.AgeTable);
            }
        );

    [Property(MaxTest = 100)]
    public Property A_second_layer_never_lengthens_life() =>
        Prop.ForAll(
            AnyLife.ToArbitrary(),
            facts =>
                NotLonger(
                    RemainingLife.Of(Book, facts with { Layers = 2, Shares = null }),
                    RemainingLife.Of(Book, facts with { Layers = 1, Shares = null }),
                    Core.Life.School.AgeTable
                )
        );

    [Property(MaxTest = 60)]
    public Property The_chance_of_lasting_falls_with_the_years_asked() =>
        Prop.ForAll(
            AnyLife.ToArbitrary(),
            facts =>
                RemainingLife.Of(Book, facts).Schools.All(s => s.Chances.Zip(s.Chances.Skip(1)).All(p => p.First.Chance >= p.Second.Chance))
        );

    [Theory]
    [InlineData(2026)]
    [InlineData(2023)]
    [InlineData(1990)]
    [InlineData(null)]
    public void Glass_showing_over_a_slope_is_spent_however_young(int? laid) // common practice
    {
        var life = RemainingLife.Of(Book, Facts(laid: laid, stage: 4));
        life.Stated.ShouldBe(new YearsLeft(0, 0, 0));
        life.Headline.ShouldStartWith("At end of life");
    }

    [Fact]
    public void An_old_roof_that_still_looks_young_wears_slowly()
    {
        var seen = RemainingLife.Of(Book, Facts(laid: 2006, stage: 0));
        var unseen = RemainingLife.Of(Book, Facts(laid: 2006, stage: null));
        seen.Stated!.Likely.ShouldBeGreaterThan(unseen.Stated!.Likely);
    }

    /// <summary>Trade fact: underlayment lasts 25 to 30 years under tile that outlives it; at 37 years it is due.</summary>
    [Fact]
    public void A_tile_roof_of_37_years_with_perished_underlayment_is_due()
    {
        var life = RemainingLife.Of(Book, Facts(CoveringKind.ClayTile, 1989, 4));
        life.Stated!.High.ShouldBe(0);
        RemainingLife.Of(Book, Facts(CoveringKind.ClayTile, 1989, 3)).Stated!.Likely.ShouldBeLessThan(3);
    }

    /// <summary>One inspector's opinion, as a plausibility range only: tile of 20 years in a 25–30 year system has 5 to 10 left.</summary>
    [Fact]
    public void A_tile_roof_of_20_years_has_about_five_to_ten_left() =>
        RemainingLife.Of(Book, Facts(CoveringKind.ClayTile, 2006, null)).Stated!.Likely.ShouldBeInRange(4, 10);

    /// <summary>One inspector's opinion, as a plausibility range only: shingles that look 8 to 10 years old over a second layer have 8 to 12 left.</summary>
    [Fact]
    public void The_range_of_nine_year_old_shingles_over_a_second_layer_holds_eight_to_twelve_years()
    {
        var left = RemainingLife.Of(Book, Facts(laid: 2017, stage: 0, layers: 2)).Stated!;
        left.Low.ShouldBeLessThan(8);
        left.High.ShouldBeGreaterThan(12);
        left.Likely.ShouldBeLessThan(RemainingLife.Of(Book, Facts(laid: 2017, stage: 0)).Stated!.Likely);
    }

    [Fact]
    public void An_age_guessed_from_the_look_is_not_combined_with_it()
    {
        var life = RemainingLife.Of(Book, Facts(source: AgeSource.ByEye));
        life.StatedSchool.ShouldBe(Core.Life.School.WhatIsSeen);
        life.Schools.Single(s => s.School == Core.Life.School.Combined).Left.ShouldBeNull();
    }

    [Fact]
    public void Knowing_nothing_says_so_instead_of_nought()
    {
        var life = RemainingLife.Of(Book, Facts(laid: null, stage: null));
        life.Stated.ShouldBeNull();
        life.Headline.ShouldStartWith("Cannot tell");
        life.Schools.ShouldAllBe(s => s.Left == null && s.Why.Length > 0);
    }

    [Fact]
    public void Answers_for_any_horizon() =>
        RemainingLife.Of(Book, Facts() with { HorizonYears = 25 }).Chances.ShouldContain(c => c.Years == 25);

    /// <summary>An age at which none of its kind is left says nothing any more: what is seen is still an answer, in whole figures and in order.</summary>
    [Theory]
    [InlineData(CoveringKind.ThreeTabShingle, 1880)]
    [InlineData(CoveringKind.LaminatedShingle, 1850)]
    [InlineData(CoveringKind.LaminatedShingle, 1700)]
    public void An_age_beyond_all_lives_leaves_what_is_seen(string kind, int laid)
    {
        var life = RemainingLife.Of(Book, Facts(kind, laid, 2));
        var left = life.Stated!;
        (double.IsFinite(left.Low) && double.IsFinite(left.Likely) && double.IsFinite(left.High)).ShouldBeTrue();
        left.High.ShouldBeInRange(0.1, School(life, Core.Life.School.WhatIsSeen).High);
        life.Chances.ShouldAllBe(c => c.Chance >= 0 && c.Chance <= 1);
        life.Clash.ShouldNotBeNull();
    }

    private static YearsLeft School(LifeAnswer life, School school) => life.Schools.Single(s => s.School == school).Left!;

    private static bool NotLonger(LifeAnswer after, LifeAnswer before, School school)
    {
        var (a, b) = (after.Schools.Single(s => s.School == school).Left, before.Schools.Single(s => s.School == school).Left);
        return a is null || b is null || (a.Low <= b.Low && a.Likely <= b.Likely && a.High <= b.High);
    }
}
