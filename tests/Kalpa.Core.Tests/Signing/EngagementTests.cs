using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Signing;
using Kalpa.Core.Tests.Dossiers;

namespace Kalpa.Core.Tests.Signing;

/// <summary>What is agreed on with the client before the climb: which words stand, whether they were agreed on, and when the fee is due.</summary>
public sealed class EngagementTests
{
    private static readonly EngagementFact Agreed = new(
        Guid.CreateVersion7(),
        OneHouse.Visit.Id,
        CommissionPurpose.Condition,
        "The house roof.",
        "Nothing is opened.",
        450,
        FeeDue.OnDelivery,
        "A. Holm",
        "",
        new DateTimeOffset(2026, 9, 17, 9, 0, 0, default)
    );

    private static ReportDeliveryFact Delivered(int day) =>
        new(
            Guid.CreateVersion7(),
            OneHouse.Visit.Id,
            Guid.CreateVersion7(),
            "A. Holm",
            DeliveredBy.Email,
            new DateTimeOffset(2026, 9, day, 8, 0, 0, default)
        );

    private static EngagementAnswer Of(params IFact[] facts) => Engagements.Of(OneHouse.Dossier(facts));

    private static LetterheadFact Letterhead(params FirmStatement[] statements) =>
        new(Guid.CreateVersion7(), "Firm", "", "", null, "", PaperSize.Letter, statements);

    [Fact]
    public void What_was_agreed_on_stands_before_the_firms_words_and_those_before_the_books()
    {
        var rule = RuleBook.Current.Commission(CommissionPurpose.Condition);
        var shipped = Of();
        (shipped.Scope, shipped.Limits, shipped.Agreed, shipped.Standing).ShouldBe((rule.Scope, rule.Limits, false, ""));

        var firm = Letterhead(
            new FirmStatement(CommissionPurpose.Leak, "", "Leak scope."),
            new FirmStatement(CommissionPurpose.Condition, "", " Our scope. ", " ")
        );
        (Of(firm).Scope, Of(firm).Limits).ShouldBe(("Our scope.", rule.Limits));
        Of(OneHouse.Visit with { Commission = new Commission(CommissionPurpose.Leak) }, firm).Scope.ShouldBe("Leak scope.");

        var draft = Of(firm, Agreed with { AgreedAt = null });
        (draft.Scope, draft.Limits, draft.Agreed).ShouldBe(("The house roof.", "Nothing is opened.", false));
        Of(firm, Agreed with { AgreedAt = null, Purpose = CommissionPurpose.Leak }).Scope.ShouldBe("Our scope.");
        Of(firm, Agreed with { Purpose = CommissionPurpose.Leak }).Scope.ShouldBe("The house roof.");
        var agreed = Of(firm, Agreed with { Limits = "" });
        (agreed.Scope, agreed.Limits, agreed.Agreed).ShouldBe(("The house roof.", "", true));
    }

    [Theory]
    [InlineData(17, "Agreed to by A. Holm, September 17, 2026.")]
    [InlineData(18, "Agreed to by A. Holm, September 18, 2026.")]
    [InlineData(19, "Agreed to by A. Holm, September 19, 2026, after the inspection.")]
    public void An_agreement_after_the_climb_says_so(int day, string standing) =>
        Of(Agreed with { AgreedAt = new DateTimeOffset(2026, 9, day, 9, 0, 0, default) }).Standing.ShouldBe(standing);

    /// <summary>Days count from the first delivery: a second copy gives no more time (common practice).</summary>
    [Theory]
    [InlineData(FeeDue.BeforeInspection, "Fee $450, due before the inspection.", 18, 18)]
    [InlineData(FeeDue.OnDelivery, "Fee $450, due on delivery of the report.", null, 20)]
    [InlineData(FeeDue.Within15Days, "Fee $450, due within 15 days of delivery.", null, 35)]
    [InlineData(FeeDue.Within30Days, "Fee $450, due within 30 days of delivery.", null, 50)]
    public void The_fee_is_due_from_the_first_delivery(FeeDue due, string words, int? before, int? after)
    {
        var stated = Agreed with { FeeDue = due };
        Of(stated).Fee.ShouldBe(words);
        Of(stated).FeeDueOn.ShouldBe(Day(before));
        Of(stated, Delivered(25), Delivered(20)).FeeDueOn.ShouldBe(Day(after));
        var paid = Of(stated with { PaidOn = new DateOnly(2026, 10, 2) }, Delivered(20));
        (paid.Fee, paid.FeeDueOn).ShouldBe(($"{words[..^1]}; paid October 2, 2026.", null));

        static DateOnly? Day(int? day) => day is { } d ? new DateOnly(2026, 9, 1).AddDays(d - 1) : null;
    }

    [Theory]
    [InlineData(449.5, "Fee $449.50, due on delivery of the report.")]
    [InlineData(1450, "Fee $1,450, due on delivery of the report.")]
    [InlineData(0, "No fee.")]
    public void A_fee_is_said_to_the_cent(double fee, string words) => Of(Agreed with { Fee = fee }).Fee.ShouldBe(words);

    [Fact]
    public void Without_a_fee_nothing_is_due()
    {
        Of(Agreed with { Fee = null }, Delivered(20)).ShouldSatisfyAllConditions(a => a.Fee.ShouldBe(""), a => a.FeeDueOn.ShouldBeNull());
        Of(Agreed with { Fee = 0 }, Delivered(20)).FeeDueOn.ShouldBeNull();
    }

    [Fact]
    public void What_was_agreed_on_goes_before_a_later_draft()
    {
        var draft = Agreed with { Id = Guid.CreateVersion7(), Scope = "Another scope.", AgreedAt = null };
        Of(draft, Agreed).Scope.ShouldBe("The house roof.");
    }

    /// <summary>Paying changes no report; what it covers does.</summary>
    [Fact]
    public void The_fee_is_in_no_report_and_the_scope_is()
    {
        var hash = Hash(Agreed);
        Hash(Agreed with { Fee = 900, FeeDue = FeeDue.Within30Days, PaidOn = new DateOnly(2026, 10, 1) }).ShouldBe(hash);
        Hash(Agreed, Delivered(20)).ShouldBe(hash);
        Hash(Agreed with { Scope = "The garage." }).ShouldNotBe(hash);
        Hash(Agreed with { Client = "B. Holm" }).ShouldNotBe(hash);
        Hash().ShouldNotBe(hash);

        static string Hash(params IFact[] facts) => ReportStamps.Of(OneHouse.Dossier(facts)).Hash;
    }

    /// <summary>Texts that a lawyer reads: what is not done is said for every purpose, and money for none.</summary>
    [Theory]
    [MemberData(nameof(Purposes))]
    public void The_book_has_a_scope_and_limits_for_every_purpose(CommissionPurpose purpose)
    {
        var rule = RuleBook.Current.Commission(purpose);
        rule.Scope.ShouldMatch("(nspect|heck|eview|ecord).*\\.$");
        rule.Limits.ShouldMatch("(?i)\\b(not|nothing|no)\\b.*\\.$");
        $"{rule.Scope} {rule.Limits}".ShouldNotMatch("(?i)guarantee|warrant(s|ed)\\b|\\$");
    }

    public static TheoryData<CommissionPurpose> Purposes => [.. Enum.GetValues<CommissionPurpose>()];
}
