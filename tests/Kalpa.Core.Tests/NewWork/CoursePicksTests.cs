using Kalpa.Core.NewWork;
using MathNet.Numerics.Distributions;

namespace Kalpa.Core.Tests.NewWork;

public class CoursePicksTests
{
    private static Guid Id(int n) => new(n, 7, 7, 1, 2, 3, 4, 5, 6, 7, 8);

    [Fact]
    public void The_same_slope_and_visit_always_give_the_same_courses_and_another_visit_others()
    {
        CoursePicks.Of(Id(1), Id(2), 40).ShouldBe(CoursePicks.Of(Id(1), Id(2), 40));
        CoursePicks.Of(Id(3), Id(2), 40).ShouldNotBe(CoursePicks.Of(Id(1), Id(2), 40));
        CoursePicks.Of(Id(1), Id(3), 40).ShouldNotBe(CoursePicks.Of(Id(1), Id(2), 40));
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(7, 7)]
    [InlineData(10, 10)]
    [InlineData(11, 10)]
    [InlineData(400, 10)]
    public void As_many_different_courses_as_there_are_up_to_ten_in_rising_order(int courses, int picked)
    {
        var picks = CoursePicks.Of(Id(4), Id(5), courses);
        picks.Count.ShouldBe(picked);
        picks.ShouldBeUnique();
        picks.ShouldBeInOrder();
        picks.ShouldAllBe(p => p >= 1 && p <= courses);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(CoursePicks.MostCourses + 1)]
    public void A_count_that_no_slope_has_is_refused_before_anything_is_picked(int courses)
    {
        var json = $$"""{"visitId": "{{Id(1)}}", "slopeId": "{{Id(2)}}", "courses": {{courses}}}""";
        Kalpa.Contracts.Compute.Run("picks", json, Kalpa.Core.Rules.RuleBook.Current).Problem!.Code.ShouldBe("picks.bad-count");
    }

    // Nobody favours the eave: each of twenty courses is picked about as often as the rest. Pearson's chi-squared, 19 degrees of freedom;
    // picking without replacement makes the counts steadier than independent draws, so the usual bound is on the safe side.
    [Fact]
    public void No_course_is_favoured()
    {
        const int Visits = 4_000;
        var counts = new int[20];
        for (var i = 0; i < Visits; i++)
        {
            foreach (var course in CoursePicks.Of(Id(i), Id(i * 31), 20, 5))
            {
                counts[course - 1]++;
            }
        }
        const double Expected = Visits * 5 / 20.0;
        var chiSquared = counts.Sum(c => (c - Expected) * (c - Expected) / Expected);
        chiSquared.ShouldBeLessThan(ChiSquared.InvCDF(19, 0.999));
    }
}
