using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Walking;

/// <summary>A cause is held open until proofs of two different kinds stand behind it (common practice).</summary>
public static class Causes
{
    public const int ProofsNeeded = 2;

    public static bool IsProved(SuspectedCause cause) => cause.Proofs.Distinct().Count() >= ProofsNeeded;

    /// <summary>In the report's words: a suspicion is called one.</summary>
    public static string Words(SuspectedCause cause)
    {
        var proofs = cause.Proofs.Distinct().Order().Select(Words).ToList();
        return (IsProved(cause), proofs.Count) switch
        {
            (true, _) => $"Probable cause: {cause.Words} ({Sentences.List(proofs)}).",
            (_, 1) => $"Suspected cause: {cause.Words} ({proofs[0]}; a second confirmation is needed).",
            _ => $"Suspected cause: {cause.Words} (not confirmed).",
        };
    }

    private static string Words(ProofKind proof) =>
        proof switch
        {
            ProofKind.SeenFromOutside => "seen from outside",
            ProofKind.SeenFromInside => "seen from inside",
            ProofKind.WaterTest => "shown by a water test",
            ProofKind.OpenedUp => "opened up and seen",
            ProofKind.Meter => "by meter",
            _ => "seen by the owner",
        };
}
