using Kalpa.Core.Computing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Driveway;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>Dossiers from facts that a device or a file holds: their payloads are read here, what is made of them is the core's.</summary>
internal static class DossierServices
{
    private static readonly ComputeProblem NotHeld = new(
        "dossier.not-held",
        "$.id",
        "The visit, its roof, its building or its property is not among the facts. Fetch it while there is a connection."
    );

    public static Outcome<VisitDossier> OfVisit(DossierRequest request, RuleBook book) =>
        DossierBuilder.Visit(Held(request, book), request.Id, book) is { } dossier ? dossier : NotHeld;

    /// <summary>The report of a visit before it is signed.</summary>
    public static Outcome<ReportCheck> OfReport(DossierRequest request, RuleBook book) =>
        DossierBuilder.Visit(Held(request, book), request.Id, book) is { } dossier ? ReportStamps.Of(dossier) : NotHeld;

    /// <summary>What the owner is shown at the car.</summary>
    public static Outcome<DrivewayAnswer> OfDriveway(DossierRequest request, RuleBook book) =>
        DossierBuilder.Visit(Held(request, book), request.Id, book) is { } dossier ? DrivewayScreens.Of(dossier) : NotHeld;

    public static Outcome<PropertyDossier> OfProperty(DossierRequest request, RuleBook book) =>
        DossierBuilder.Property(Held(request, book), request.Id, request.Today, book) is { } dossier
            ? dossier
            : new ComputeProblem("dossier.not-held", "$.id", "The property is not among the facts. Fetch it while there is a connection.");

    private static FactSet Held(DossierRequest request, RuleBook book) => FactBundles.Read(request.Facts, request.Changes ?? [], book);
}
