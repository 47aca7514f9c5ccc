using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.NewWork;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>Who is signed in. <paramref name="Notices"/>: what is wrong with the server's disk or database, for those who are.</summary>
public sealed record SessionAnswer(
    PersonAnswer? Person,
    string AntiForgeryToken,
    bool DemoMode,
    bool NeedsSetUp,
    IReadOnlyList<string> Notices
);

/// <summary>A device on which this person is signed in; <paramref name="Here"/>: the one that asks.</summary>
public sealed record SignInAnswer(Guid Id, string Device, DateTimeOffset BeganAt, DateTimeOffset SeenAt, bool Here);

public sealed record PersonAnswer(Guid Id, string Name, string Email, string FirmName);

/// <summary>A screen that broke, for the server's log.</summary>
public sealed record ClientFailure(string Message, string Stack, string Path);

public sealed record SignInRequest(string Email, string Password);

public sealed record SetUpRequest(string FirmName, string Name, string Email, string Password);

public sealed record DemoPerson(Guid Id, string Name, string Role);

/// <summary>How the list of properties is ordered.</summary>
public enum HomeOrder
{
    /// <summary>What is to be made safe at once, then what falls due first.</summary>
    NextDue,

    /// <summary>The last visited first.</summary>
    LastVisit,
    Name,

    /// <summary>The fewest years left first.</summary>
    YearsLeft,
}

/// <summary>
/// A page of the properties saved with what is concluded of each. <paramref name="Page"/> counts from 1; <paramref name="Found"/>: how many answer to what was
/// asked, of <paramref name="All"/>; <paramref name="Behind"/>: how many of all are still being worked out again.
/// </summary>
public sealed record HomeAnswer(
    DateOnly Today,
    IReadOnlyList<PropertyLine> Properties,
    int Page,
    int PageSize,
    int Found,
    int All,
    int Behind,
    int FactsWaiting
);

/// <summary>What the intake found out about a picture's bytes.</summary>
public sealed record BlobAnswer(
    string Sha256,
    string MediaType,
    long Bytes,
    int Width,
    int Height,
    DateTimeOffset? TakenAt,
    bool AlreadyHeld
);

/// <summary>The rule book as the front end needs it.</summary>
public sealed record BookAnswer(
    string Version,
    string Hash,
    IReadOnlyList<Station> Stations,
    IReadOnlyList<Condition> Conditions,
    IReadOnlyList<Quantity> Quantities,
    IReadOnlyList<Covering> Coverings,
    IReadOnlyList<WalkOrder> Walks,
    IReadOnlyList<CommissionRule> Commissions,
    IReadOnlyList<Question> Questions,
    IReadOnlyList<ComponentKind> Components,
    IReadOnlyList<WearFactor> Factors,
    IReadOnlyList<Limit> Limits,
    IReadOnlyList<Decision> Decisions,
    IReadOnlyList<Combination> Combinations,
    IReadOnlyDictionary<string, string> LimitTexts,
    IReadOnlyList<Element> Elements,
    IReadOnlyList<LookAlike> LookAlikes,
    IReadOnlyList<Price> Prices,
    IReadOnlyList<CoveringRemedy> CoveringRemedies
);

/// <summary>The last editions of the rule book and what each changed, the newest first.</summary>
public sealed record BookChangesAnswer(IReadOnlyList<BookVersion> Versions);

/// <summary>A finding saved of a condition of the rule book, for whoever asks what a rule touches.</summary>
public sealed record TouchedFinding(
    Guid FindingId,
    Guid VisitId,
    string PropertyName,
    DateOnly On,
    string? Slope,
    string Condition,
    string Measured
);

public sealed record TouchedAnswer(int Count, IReadOnlyList<TouchedFinding> Findings);

/// <summary>Findings in own words that were recorded under one title more than once, as the latest of them has it, and in how many findings.</summary>
public sealed record RecurringFinding(OwnCondition Own, int Count);

/// <summary>What the firm's people keep recording in own words and the firm has no condition for yet, the most frequent first.</summary>
public sealed record RecurringAnswer(IReadOnlyList<RecurringFinding> Findings);

/// <summary>The firm's ways with the rule book; null where it has said nothing.</summary>
public sealed record FirmRulesAnswer(FirmRulesFact? Rules, IReadOnlyList<FactHead> Heads);

/// <summary>A price that a version of the firm's list changed: null where the shipped example held before, or holds again after.</summary>
public sealed record PriceChange(string Key, FirmPrice? Before, FirmPrice? After);

/// <summary>A version of the firm's price list: when it was set, by whom, what it changed, and all prices as they stood then.</summary>
public sealed record PriceVersion(
    Guid Revision,
    DateTimeOffset At,
    string By,
    IReadOnlyList<PriceChange> Changes,
    IReadOnlyList<FirmPrice> Prices
);

/// <summary>The versions of the firm's price list, the newest first.</summary>
public sealed record PriceVersionsAnswer(IReadOnlyList<PriceVersion> Versions);

/// <summary>How the firm's finished repairs held, by their kind, the most frequent first.</summary>
public sealed record RepairsHeldAnswer(IReadOnlyList<RepairHeld> Repairs);

/// <summary>Decayed wood that was found on so many finished jobs, by its part.</summary>
public sealed record WoodFoundAnswer(int Jobs, IReadOnlyList<WoodFound> Found);

/// <summary>How often this person recorded each condition: what they find often stands first.</summary>
public sealed record HabitsAnswer(IReadOnlyDictionary<string, int> Conditions);

/// <summary>Weather at a property; <paramref name="Simulated"/> is always true until a real service is connected, and the page says so.</summary>
public sealed record WeatherAnswer(
    bool Simulated,
    string From,
    IReadOnlyList<WeatherHour> Hours,
    WeatherLimitsFact Limits,
    Guid? LimitsRevision
);

/// <summary>A link for a crew to its own punch list, without sign-in, good until a day.</summary>
public sealed record PunchLinkRequest(string Crew, int Days);

/// <summary><paramref name="Path"/> holds the secret and is shown once, when the link is made; null afterwards.</summary>
public sealed record PunchLinkAnswer(Guid Id, string Crew, DateTimeOffset ExpiresAt, bool Revoked, string? Path);

/// <summary>What a crew sees by its link: its own items and nothing else.</summary>
public sealed record CrewList(string FirmName, string PropertyName, string Crew, DateTimeOffset ExpiresAt, IReadOnlyList<CrewItem> Items);

public sealed record CrewItem(PunchAnswer Item, IReadOnlyList<string> Photos, IReadOnlyList<string> ReplyPhotos);

/// <summary>A crew's word that an item is fixed; the photo was sent before and is named by its SHA-256.</summary>
public sealed record CrewReply(Guid RequestId, string By, string Note, string Sha256);

/// <summary>RFC 9457 problem details as every endpoint answers them.</summary>
public sealed record ProblemAnswer(string Type, string Title, int Status, string Code, string RequestId, string? Detail);

/// <summary>Outlines of a building from above; <paramref name="Simulated"/> is always true until a real supplier is connected, and the page says so.</summary>
public sealed record AerialAnswer(bool Simulated, string From, string Address, string GeoJson);
