using Kalpa.Store.Model;
using Kalpa.Store.Writing;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store;

/// <summary>The database. Rows of another firm are filtered here and nowhere else.</summary>
public sealed class KalpaDb(DbContextOptions<KalpaDb> options, IFirmScope scope, WriteGate? gate = null)
    : IdentityDbContext<Person, IdentityRole<Guid>, Guid>(options)
{
    /// <summary>Read by the query filters at each query.</summary>
    private Guid FirmId => scope.FirmId;

    public DbSet<Firm> Firms => Set<Firm>();
    public DbSet<Revision> Revisions => Set<Revision>();
    public DbSet<WaitingFact> WaitingFacts => Set<WaitingFact>();
    public DbSet<Blob> Blobs => Set<Blob>();
    public DbSet<PropertyRow> Properties => Set<PropertyRow>();
    public DbSet<BuildingRow> Buildings => Set<BuildingRow>();
    public DbSet<RoofRow> Roofs => Set<RoofRow>();
    public DbSet<SlopeRow> Slopes => Set<SlopeRow>();
    public DbSet<CoveringRow> Coverings => Set<CoveringRow>();
    public DbSet<VisitRow> Visits => Set<VisitRow>();
    public DbSet<LookRow> Looks => Set<LookRow>();
    public DbSet<StageRow> Stages => Set<StageRow>();
    public DbSet<FindingRow> Findings => Set<FindingRow>();
    public DbSet<PhotoRow> Photos => Set<PhotoRow>();
    public DbSet<RecordRow> Records => Set<RecordRow>();
    public DbSet<PropertySummaryRow> PropertySummaries => Set<PropertySummaryRow>();
    public DbSet<SharedLink> SharedLinks => Set<SharedLink>();
    public DbSet<SignedReport> SignedReports => Set<SignedReport>();
    public DbSet<SetAsideChange> SetAsideChanges => Set<SetAsideChange>();
    public DbSet<SignIn> SignIns => Set<SignIn>();

    /// <summary>Begins a write transaction when it is this context's turn; whoever else writes waits.</summary>
    public async Task<WriteTransaction> BeginWrite(CancellationToken cancel)
    {
        var turn = gate is null ? null : await gate.Enter(cancel);
        try
        {
            return new WriteTransaction(await Database.BeginTransactionAsync(cancel), turn);
        }
        catch
        {
            turn?.Dispose();
            throw;
        }
    }

    public override async Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        if (gate is null || Database.CurrentTransaction is not null || !ChangeTracker.HasChanges())
        {
            return await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
        }
        using var turn = await gate.Enter(cancellationToken);
        return await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
    }

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.ApplyConfigurationsFromAssembly(typeof(KalpaDb).Assembly);
        Filter<PropertyRow>(builder);
        Filter<BuildingRow>(builder);
        Filter<RoofRow>(builder);
        Filter<SlopeRow>(builder);
        Filter<CoveringRow>(builder);
        Filter<VisitRow>(builder);
        Filter<LookRow>(builder);
        Filter<StageRow>(builder);
        Filter<FindingRow>(builder);
        Filter<PhotoRow>(builder);
        Filter<RecordRow>(builder);
        builder.Entity<PropertySummaryRow>().HasQueryFilter(row => row.FirmId == FirmId);
        builder.Entity<SharedLink>().HasQueryFilter(row => row.FirmId == FirmId);
        builder.Entity<SignedReport>().HasQueryFilter(row => row.FirmId == FirmId);
        builder.Entity<SetAsideChange>().HasQueryFilter(row => row.FirmId == FirmId);
        builder.Entity<Revision>().HasQueryFilter(row => row.FirmId == FirmId);
        builder.Entity<WaitingFact>().HasQueryFilter(row => row.FirmId == FirmId);
        builder.Entity<Blob>().HasQueryFilter(row => row.FirmId == FirmId);
    }

    private void Filter<T>(ModelBuilder builder)
        where T : FactRow => builder.Entity<T>().HasQueryFilter(row => row.FirmId == FirmId);
}
