namespace Kalpa.Core.Facts;

/// <summary>Whether an agreement, a signature under a report, its delivery, a question to it, or a letterhead can be recorded at all.</summary>
internal static class SigningChecks
{
    /// <summary>A visit of 50 roofs with all their findings, photos and jobs.</summary>
    private const int MostParts = 5_000;

    private const int LongestKey = 400;
    private const int LongestDrawing = 20_000;

    /// <summary>US dollars.</summary>
    private const double MostFee = 100_000;

    public static void Of(IFact fact, FactChecks.Found found)
    {
        switch (fact)
        {
            case ReportSignatureFact signature:
                Signature(signature, found);
                break;
            case LetterheadFact letterhead:
                Letterhead(letterhead, found);
                break;
            case EngagementFact engagement:
                Engagement(engagement, found);
                break;
            case ReportDeliveryFact delivery:
                found.Name(delivery.To, "delivery.to-nobody", "Enter who received the report.");
                found.Text(delivery.By);
                break;
            case ReportQuestionFact question:
                found.If(string.IsNullOrWhiteSpace(question.Words), "question.empty", "Enter the question.");
                found.Text(question.Words, question.By, question.Contact, question.Answer, question.AnsweredBy);
                break;
        }
    }

    private static void Letterhead(LetterheadFact letterhead, FactChecks.Found found)
    {
        found.Name(letterhead.Name, "letterhead.no-name", "Enter the firm’s name as it stands on its letterhead.");
        found.Text(letterhead.Lines, letterhead.License);
        found.If(
            letterhead.LogoSha256 is { } logo && !FactChecks.IsSha256(logo),
            "letterhead.bad-logo",
            "The logo’s bytes must be named by their SHA-256."
        );
        found.If(
            letterhead.Color.Length > 0 && Contrast.OnWhite(letterhead.Color) is null,
            "letterhead.bad-color",
            "A color is # and six digits of 0 to 9 and a to f."
        );
        found.If(
            Contrast.OnWhite(letterhead.Color) is < Contrast.Readable,
            "letterhead.pale-color",
            $"The color is too pale to read on white paper: choose a darker one (contrast {Contrast.Readable} to 1 or more)."
        );
        found.If(
            letterhead.Statements.Select(s => s.Purpose).Distinct().Count() < letterhead.Statements.Count,
            "letterhead.purpose-twice",
            "Write one statement for each purpose."
        );
        foreach (var statement in letterhead.Statements)
        {
            found.Text(statement.Text, statement.Scope ?? "", statement.Limits ?? "");
        }
    }

    private static void Engagement(EngagementFact engagement, FactChecks.Found found)
    {
        found.If(string.IsNullOrWhiteSpace(engagement.Scope), "engagement.no-scope", "Enter what is inspected.");
        found.If(
            engagement.AgreedAt is not null && string.IsNullOrWhiteSpace(engagement.Client),
            "engagement.no-client",
            "Enter the name of the client who agrees."
        );
        found.If(
            engagement.Fee is { } fee && !(fee is >= 0 and <= MostFee),
            "engagement.bad-fee",
            "Enter the fee in dollars, up to 100,000."
        );
        found.If(
            !IsDrawing(engagement.Drawing),
            "signature.bad-drawing",
            "A drawn signature is made of M and L with numbers. Draw it again."
        );
        if (engagement.PaidOn is { } paid)
        {
            found.Day(paid);
        }
        found.Text(engagement.Scope, engagement.Limits, engagement.Client);
    }

    private static void Signature(ReportSignatureFact signature, FactChecks.Found found)
    {
        found.Name(signature.Name, "signature.no-name", "Enter the name of the person who signs.");
        found.If(!FactChecks.IsSha256(signature.Hash), "signature.bad-hash", "A signed report is named by its SHA-256.");
        found.If(signature.Parts is not { Count: > 0 }, "signature.of-nothing", "A signature names the parts of what is signed.");
        found.Count(signature.Parts, MostParts);
        found.If(
            (signature.Parts ?? []).Any(p => p.Key.Length is 0 or > LongestKey || p.Hash.Length != SignedPart.HashDigits),
            "signature.bad-part",
            $"A part has a key of 1 to {LongestKey} characters and {SignedPart.HashDigits} digits of its hash."
        );
        found.If(
            (signature.Parts ?? []).Select(p => p.Key).Distinct().Count() < (signature.Parts?.Count ?? 0),
            "signature.part-twice",
            "Name each part of what is signed once."
        );
        found.If(
            !IsDrawing(signature.Drawing),
            "signature.bad-drawing",
            "A drawn signature is made of M and L with numbers. Draw it again."
        );
        found.If(
            signature.Withdrawn is { } withdrawn && string.IsNullOrWhiteSpace(withdrawn.Reason),
            "signature.no-reason",
            "Enter why the report is withdrawn."
        );
        found.Text(signature.License, signature.Withdrawn?.Reason ?? "", signature.Withdrawn?.By ?? "");
    }

    /// <summary>Lines only: what is drawn goes into pages as it is.</summary>
    private static bool IsDrawing(string drawing) =>
        drawing.Length <= LongestDrawing && drawing.All(c => char.IsAsciiDigit(c) || c is 'M' or 'L' or ' ' or '.');
}
