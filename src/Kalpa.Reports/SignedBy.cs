using Kalpa.Core.Facts;

namespace Kalpa.Reports;

/// <summary>The signature that is printed under a report. <paramref name="Changes"/>: what differs from the version before; empty for the first.</summary>
public sealed record SignedBy(ReportSignatureFact Signature, int Version, string Hash, IReadOnlyList<string> Changes);

/// <summary>A later version of a shared report.</summary>
public sealed record SharedSuccessor(int Version, DateTimeOffset SignedAt);

/// <summary>What was typed into the question box of a shared report, and what became of it. <paramref name="Fault"/>: why it was not sent.</summary>
public sealed record QuestionEntry(string Words = "", string By = "", string Contact = "", string Fault = "", bool Sent = false);

/// <summary>What stands above and below a shared report: whose it is, whether it still stands, and the questions asked by this link.</summary>
public sealed record SharedView(
    string FirmName,
    string ForWhom,
    int Version,
    string SignedBy,
    DateTimeOffset SignedAt,
    DateTimeOffset ExpiresAt,
    string PdfSha256,
    Withdrawal? Withdrawn,
    SharedSuccessor? ReplacedBy,
    IReadOnlyList<ReportQuestionFact> Questions,
    QuestionEntry Entry
);
