using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Dossiers;

/// <summary>A report that another firm wrote is an earlier visit: what it rated and promised bears on the judgement, and it is nobody's last visit.</summary>
public sealed class OthersReportTests
{
    private static readonly VisitFact Tarn = new(
        Guid.CreateVersion7(),
        [OneHouse.Roof.Id],
        new DateOnly(2021, 5, 3),
        "Tarn Inspections",
        "",
        FinishedAt: new DateTimeOffset(2021, 5, 3, 12, 0, 0, default),
        Others: new OthersReport("Good for ten more years.", new string('a', 64))
    );

    private static readonly StageFact Now = new(Guid.CreateVersion7(), OneHouse.Visit.Id, OneHouse.A.Id, [new StageShare(2, 100)]);
    private static readonly SignOffFact Confirmed = new(
        Guid.CreateVersion7(),
        OneHouse.Visit.Id,
        OneHouse.A.Id,
        null,
        null,
        "Tess Tester",
        default
    );

    private static StageFact Rated(int stage) => new(Guid.CreateVersion7(), Tarn.Id, OneHouse.A.Id, [new StageShare(stage, 100)]);

    private static readonly SignOffFact Promised = new(Guid.CreateVersion7(), Tarn.Id, OneHouse.A.Id, 10, 12, "Tarn Inspections", default);

    private static RoofVisit Judged(params IFact[] facts) => OneHouse.Dossier([Now, Confirmed, .. facts]).Roofs[0];

    /// <summary>Where nobody rated the slope today: what was at its end then is at its end now.</summary>
    [Fact]
    public void What_it_rated_bears_on_the_years_left()
    {
        Likely(Tarn, Rated(4)).ShouldBe(0);
        Likely().ShouldBeGreaterThan(Likely(Tarn, Rated(4)));
        Likely(Tarn, Rated(1)).ShouldBeGreaterThan(0);

        static double Likely(params IFact[] facts) =>
            OneHouse.Dossier([Confirmed, .. facts]).Roofs[0].Assessment.Slopes[0].Life!.Stated!.Likely;
    }

    [Fact]
    public void What_it_promised_is_held_against_what_came()
    {
        var check = Judged(Tarn, Rated(1), Promised).Assessment.Slopes[0].LastForecast.ShouldNotBeNull();
        (check.By, check.On, check.GuessLow, check.GuessHigh).ShouldBe(("Tarn Inspections", Tarn.On, 10d, 12d));
        check.YearsSince.ShouldBe(5.4, 0.1);
    }

    [Fact]
    public void It_is_nobodys_last_visit_and_no_finding_of_it_is_to_be_reviewed()
    {
        var earlier = OneHouse.Visit with { Id = Guid.CreateVersion7(), On = new DateOnly(2019, 5, 2) };
        var later = Tarn with { On = new DateOnly(2026, 10, 1) };
        var property = DossierBuilder.Property(
            OneHouse.Set(OneHouse.Visit, Now, later),
            OneHouse.Place.Id,
            new DateOnly(2026, 11, 1),
            RuleBook.Current
        )!;
        property.Summaries[0].LatestVisit!.Id.ShouldBe(OneHouse.Visit.Id);
        property.Visits.Select(v => v.Id).ShouldBe([later.Id, OneHouse.Visit.Id]);
        DossierBuilder
            .Property(OneHouse.Set(later), OneHouse.Place.Id, new DateOnly(2026, 11, 1), RuleBook.Current)!
            .Summaries[0]
            .LatestVisit.ShouldBeNull();
        PropertyLines
            .Of(OneHouse.Set(later), OneHouse.Place.Id, new DateOnly(2026, 11, 1), RuleBook.Current)!
            .Roofs[0]
            .LatestVisit.ShouldBeNull();

        Judged(Tarn).Facts.Records!.LastTime.ShouldBeNull();
        Judged(earlier, Tarn).Facts.Records!.LastTime!.VisitId.ShouldBe(earlier.Id);
        Judged(Tarn).Facts.Records!.PastVisits!.ShouldHaveSingleItem().Others!.Promises.ShouldBe("Good for ten more years.");
        Judged(earlier).Facts.Records!.PastVisits!.ShouldHaveSingleItem().Others.ShouldBeNull();
    }

    /// <summary>Weighed like the owner's word, and named for what it is; trusts from memory.</summary>
    [Fact]
    public void A_year_it_gives_is_one_more_word_on_the_age()
    {
        var guessed = OneHouse.Shingles with { LaidFrom = 2000, LaidTo = 2014, AgeSource = AgeSource.ByEye };
        var word = new YearEvidence(2010, 2010, AgeSource.Report, "Tarn Inspections, 2021");
        var by = Age(guessed with { Evidence = [word] });
        by.Words.ShouldContain("2010 by an earlier report (Tarn Inspections, 2021)");
        Age(guessed).Age!.High.ShouldBeGreaterThan(by.Age!.High);
        var owner = Age(guessed with { Evidence = [word with { Source = AgeSource.Owner }] });
        (by.Age.Low, by.Age.High).ShouldBe((owner.Age!.Low, owner.Age.High));

        static (AgeRange? Age, string Words) Age(CoveringFact covering)
        {
            var life = OneHouse.Dossier(covering).Roofs[0].Assessment.Slopes[0].Life!;
            return (life.Age, System.Text.Json.JsonSerializer.Serialize(life, KalpaJson.Default.LifeAnswer));
        }
    }
}
