using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Urgency;

/// <summary>What makes a finding immediate, the graver first.</summary>
internal enum Danger
{
    /// <summary>Only with what was found beside it: a clogged drain where nothing else lets the water off.</summary>
    Together = 10,

    /// <summary>It can fall on people or injure them otherwise, and they pass or stand below.</summary>
    Falling = 20,

    /// <summary>It reaches people as it is; of several the kind of hazard decides.</summary>
    Present = 30,
}

/// <summary>Whether someone can be injured, by the kind of hazard. Such a finding is immediate and is not priced.</summary>
internal static class Dangers
{
    public static Danger? Of(Condition condition, UrgencyFacts facts)
    {
        var stands = Stands(facts);
        // A firm's own condition may endanger people without saying how: then by who is below.
        var reaches = condition is { Consequence: Consequence.LifeSafety, Hazard: null };
        return condition.Hazard == Hazard.Present && stands ? Danger.Present
            : facts.PeopleBelow && (condition.CanFall || (reaches && stands)) ? Danger.Falling
            : facts.LeastConsequence == Consequence.LifeSafety && stands ? Danger.Together
            : null;
    }

    /// <summary>A measure within its limit, or a settled doubt, leaves no hazard.</summary>
    public static bool Stands(UrgencyFacts facts) => Verdict.LeavesDefect(facts.Outcome);

    /// <summary>Flue gas before fire, what may fall, a deck that gives way and live wires; among hazards of one kind the likelier goes first.</summary>
    public static int Rank(Condition condition, Danger danger) =>
        (int)danger
        + (danger == Danger.Present && condition.HazardBy is { } kind ? Likelihoods * (HazardKind.Electricity - kind) : 0)
        + Likelier(condition, danger);

    /// <summary>More than there are likelihoods: a graver kind of hazard is never outdone by a likelier one.</summary>
    private const int Likelihoods = 5;

    /// <summary>What is a danger only together stays in the order of its own likelihood.</summary>
    private static int Likelier(Condition condition, Danger danger) =>
        danger == Danger.Together && condition.Hazard is not null ? 0 : (int)condition.Likelihood + 1;

    public static string Words(Condition condition, Danger danger) =>
        danger switch
        {
            Danger.Present => condition.HazardBy switch
            {
                HazardKind.FlueGas => "Flue gas can reach people in the building.",
                HazardKind.Fire => "It can start a fire.",
                HazardKind.Structure => "It can fall or give way.",
                HazardKind.FallThrough => "A person can fall through it.",
                HazardKind.Electricity => "Contact with a live wire can kill.",
                _ => "It can injure people as it is, wherever they stand.",
            },
            Danger.Falling when !condition.CanFall => "It can injure people, and people pass or stand below.",
            Danger.Falling => "It can fall, and people pass or stand below.",
            _ => "With what was found beside it, it endangers the building and the people in it.",
        };
}
