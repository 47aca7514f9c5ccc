using System.Text.Json.Serialization;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;

namespace Kalpa.Core.Options;

/// <summary>What an owner can choose between.</summary>
[JsonConverter(typeof(CamelCaseEnum<OptionKind>))]
public enum OptionKind
{
    /// <summary>What cannot wait; the rest stays undone.</summary>
    Urgent,

    /// <summary>Repairs now, each section renewed when it falls due.</summary>
    Repair,

    /// <summary>The sections that are due now, the others when they fall due.</summary>
    Part,

    /// <summary>Every section now.</summary>
    All,

    /// <summary>Every section now, with what lasts longer.</summary>
    Better,

    /// <summary>What is too flat for its covering is framed steeper, in the place of another covering.</summary>
    Reslope,
}

/// <summary>A job of an option that is done now; <paramref name="Cost"/> in words, empty where nothing prices it.</summary>
public sealed record OptionJob(string Title, string Place, string Cost);

/// <summary>
/// One way to go on with the roof. <paramref name="Today"/>: what is paid within the year; <paramref name="Over"/>: what all of it costs over the owner's years in
/// today's money, with later re-roofs and expected damage, less what is left at the end; <paramref name="PerYear"/>: the same as equal amounts a year;
/// <paramref name="Years"/>: until the next re-roof after what is done now. <paramref name="Planned"/>: what the plan of work of this roof says; <paramref name="Warranty"/>: what is warranted and how long, as it was entered.
/// </summary>
public sealed record RoofOption(
    OptionKind Kind,
    string Title,
    bool Planned,
    CostRange Today,
    CostRange Over,
    double PerYear,
    YearsLeft Years,
    string YearsWords,
    IReadOnlyList<OptionJob> Jobs,
    IReadOnlyList<string> Later,
    IReadOnlyList<string> Undone,
    string UndoneWords,
    string Warranty
);

/// <summary>
/// Options side by side. Where there are none, <paramref name="WhyNone"/> says why. <paramref name="Compared"/>: which costs least and how surely;
/// <paramref name="BreakEven"/>: from how many more years on repairing pays; <paramref name="IfNothing"/>: what is to be expected if nothing is done at all;
/// <paramref name="Notes"/>: what is left out, and what to know; <paramref name="Words"/>: what all of it rests on. <paramref name="WhyNot"/>: why a client's
/// document prints none of it, empty where it does.
/// </summary>
public sealed record OptionsAnswer(
    OwnerTerms Terms,
    IReadOnlyList<RoofOption> Options,
    string WhyNone,
    string Compared,
    string BreakEven,
    string IfNothing,
    IReadOnlyList<string> Notes,
    string Words,
    string WhyNot
);
