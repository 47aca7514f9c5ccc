using Kalpa.Core.Facts;

namespace Kalpa.Store.Model;

/// <summary>The head of a fact as an ordinary table row; columns hold what is searched and joined on, the payload the whole.</summary>
public abstract class FactRow
{
    public Guid Id { get; set; }
    public Guid FirmId { get; set; }
    public Guid RevisionId { get; set; }

    /// <summary>Two versions stand against each other: the later one shows, and a person has to choose.</summary>
    public bool Clash { get; set; }

    public bool Deleted { get; set; }

    /// <summary>The contract version that the payload was written in: it is upgraded when read.</summary>
    public int ContractVersion { get; set; } = 1;

    public string Payload { get; set; } = "";
}

public sealed class PropertyRow : FactRow
{
    public string Name { get; set; } = "";
    public string Address { get; set; } = "";
}

public sealed class BuildingRow : FactRow
{
    public Guid PropertyId { get; set; }
}

public sealed class RoofRow : FactRow
{
    public Guid BuildingId { get; set; }
}

public sealed class SlopeRow : FactRow
{
    public Guid RoofId { get; set; }
    public string Letter { get; set; } = "";
}

public sealed class CoveringRow : FactRow
{
    public Guid SlopeId { get; set; }
}

public sealed class VisitRow : FactRow
{
    /// <summary>The roof it looks at first; the others stand in the payload. All are of one property.</summary>
    public Guid FirstRoofId { get; set; }
    public DateOnly On { get; set; }
}

public sealed class LookRow : FactRow
{
    public Guid VisitId { get; set; }
    public Guid? SlopeId { get; set; }
}

public sealed class StageRow : FactRow
{
    public Guid VisitId { get; set; }
    public Guid SlopeId { get; set; }
}

public sealed class FindingRow : FactRow
{
    public Guid VisitId { get; set; }
    public Guid? SlopeId { get; set; }
    public string Condition { get; set; } = "";
}

public sealed class PhotoRow : FactRow
{
    public Guid VisitId { get; set; }
    public Guid? FindingId { get; set; }
    public Guid? SlopeId { get; set; }
    public string Sha256 { get; set; } = "";
}

/// <summary>Every further kind of fact: its visit (null: the firm's own), and the fact it hangs on.</summary>
public sealed class RecordRow : FactRow
{
    public FactKind Kind { get; set; }
    public Guid? VisitId { get; set; }
    public Guid? ParentId { get; set; }
}

/// <summary>
/// What lists show of a property, made from its facts and thrown away at will. <see cref="Changes"/> counts what was recorded there, <see cref="MadeAt"/> is the
/// count it was made at: it is behind where they differ, where the rule book or the method has changed (<see cref="Stamp"/>), or where a month has gone by.
/// </summary>
public sealed class PropertySummaryRow
{
    /// <summary>The property's id.</summary>
    public Guid Id { get; set; }
    public Guid FirmId { get; set; }

    /// <summary>The name as it is sorted by.</summary>
    public string SortName { get; set; } = "";

    /// <summary>Name, address, owner and tags as they are searched.</summary>
    public string SearchText { get; set; } = "";
    public DateOnly? LastVisit { get; set; }
    public DateOnly? NextDue { get; set; }

    /// <summary>Something there is to be made safe at once: it goes before every date.</summary>
    public bool MakeSafe { get; set; }
    public double? LeastYears { get; set; }

    /// <summary>A visit is open.</summary>
    public bool Unfinished { get; set; }

    /// <summary>Who made the last visits, each name between bars.</summary>
    public string Inspectors { get; set; } = "";
    public long Changes { get; set; }
    public long MadeAt { get; set; } = NeverMade;
    public string Stamp { get; set; } = "";

    /// <summary>The month whose day it was made for, as 2026-09.</summary>
    public string Month { get; set; } = "";

    /// <summary>Hash of the revisions it was made from.</summary>
    public string InputHash { get; set; } = "";

    /// <summary>The line as JSON; empty until it has been made.</summary>
    public string Line { get; set; } = "";

    public const long NeverMade = -1;
}
