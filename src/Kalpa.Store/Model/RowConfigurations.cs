using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace Kalpa.Store.Model;

internal abstract class FactRowConfiguration<T> : IEntityTypeConfiguration<T>
    where T : FactRow
{
    public void Configure(EntityTypeBuilder<T> builder)
    {
        builder.HasKey(row => row.Id);
        builder.Property(row => row.Id).ValueGeneratedNever();
        // No index over the firm alone: every row of a firm that has grown shares it, and a search that takes it reads them all. What belongs to a visit, a slope or
        // a roof is found by that.
        Extend(builder);
    }

    protected virtual void Extend(EntityTypeBuilder<T> builder) { }
}

internal sealed class PropertyRowConfiguration : FactRowConfiguration<PropertyRow>
{
    protected override void Extend(EntityTypeBuilder<PropertyRow> builder)
    {
        builder.ToTable("Properties");
        builder.HasIndex(row => row.Name);
        builder.HasIndex(row => row.FirmId);
    }
}

internal sealed class BuildingRowConfiguration : FactRowConfiguration<BuildingRow>
{
    protected override void Extend(EntityTypeBuilder<BuildingRow> builder)
    {
        builder.ToTable("Buildings");
        builder.HasOne<PropertyRow>().WithMany().HasForeignKey(row => row.PropertyId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class RoofRowConfiguration : FactRowConfiguration<RoofRow>
{
    protected override void Extend(EntityTypeBuilder<RoofRow> builder)
    {
        builder.ToTable("Roofs");
        builder.HasOne<BuildingRow>().WithMany().HasForeignKey(row => row.BuildingId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class SlopeRowConfiguration : FactRowConfiguration<SlopeRow>
{
    protected override void Extend(EntityTypeBuilder<SlopeRow> builder)
    {
        builder.ToTable("Slopes");
        builder.HasOne<RoofRow>().WithMany().HasForeignKey(row => row.RoofId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class CoveringRowConfiguration : FactRowConfiguration<CoveringRow>
{
    protected override void Extend(EntityTypeBuilder<CoveringRow> builder)
    {
        builder.ToTable("Coverings");
        builder.HasOne<SlopeRow>().WithMany().HasForeignKey(row => row.SlopeId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class VisitRowConfiguration : FactRowConfiguration<VisitRow>
{
    protected override void Extend(EntityTypeBuilder<VisitRow> builder)
    {
        builder.ToTable("Visits");
        builder.HasIndex(row => new { row.FirstRoofId, row.On });
        builder.HasOne<RoofRow>().WithMany().HasForeignKey(row => row.FirstRoofId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class LookRowConfiguration : FactRowConfiguration<LookRow>
{
    protected override void Extend(EntityTypeBuilder<LookRow> builder)
    {
        builder.ToTable("Looks");
        builder.HasOne<VisitRow>().WithMany().HasForeignKey(row => row.VisitId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<SlopeRow>().WithMany().HasForeignKey(row => row.SlopeId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class StageRowConfiguration : FactRowConfiguration<StageRow>
{
    protected override void Extend(EntityTypeBuilder<StageRow> builder)
    {
        builder.ToTable("Stages");
        builder.HasOne<VisitRow>().WithMany().HasForeignKey(row => row.VisitId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<SlopeRow>().WithMany().HasForeignKey(row => row.SlopeId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class FindingRowConfiguration : FactRowConfiguration<FindingRow>
{
    protected override void Extend(EntityTypeBuilder<FindingRow> builder)
    {
        builder.ToTable("Findings");
        builder.HasIndex(row => row.Condition);
        builder.HasOne<VisitRow>().WithMany().HasForeignKey(row => row.VisitId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<SlopeRow>().WithMany().HasForeignKey(row => row.SlopeId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class PhotoRowConfiguration : FactRowConfiguration<PhotoRow>
{
    protected override void Extend(EntityTypeBuilder<PhotoRow> builder)
    {
        builder.ToTable("Photos");
        builder.HasIndex(row => row.Sha256);
        builder.HasOne<VisitRow>().WithMany().HasForeignKey(row => row.VisitId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<FindingRow>().WithMany().HasForeignKey(row => row.FindingId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<SlopeRow>().WithMany().HasForeignKey(row => row.SlopeId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class RecordRowConfiguration : FactRowConfiguration<RecordRow>
{
    protected override void Extend(EntityTypeBuilder<RecordRow> builder)
    {
        builder.ToTable("Records");
        builder.Property(row => row.Kind).HasConversion<string>();
        builder.HasIndex(row => new { row.VisitId, row.Kind });
        builder.HasIndex(row => new { row.FirmId, row.Kind });
        builder.HasIndex(row => row.ParentId);
        builder.HasOne<VisitRow>().WithMany().HasForeignKey(row => row.VisitId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class PropertySummaryConfiguration : IEntityTypeConfiguration<PropertySummaryRow>
{
    public void Configure(EntityTypeBuilder<PropertySummaryRow> builder)
    {
        builder.ToTable("PropertySummaries");
        builder.HasKey(row => row.Id);
        builder.Property(row => row.Id).ValueGeneratedNever();
        // One index an order of the list, and one that a search can read without the lines.
        builder.HasIndex(row => new { row.FirmId, row.SortName });
        builder.HasIndex(row => new
        {
            row.FirmId,
            row.MakeSafe,
            row.NextDue,
        });
        builder.HasIndex(row => new { row.FirmId, row.LastVisit });
        builder.HasIndex(row => new { row.FirmId, row.LeastYears });
        builder.HasIndex(row => new { row.FirmId, row.SearchText });
        builder.HasIndex(row => new
        {
            row.FirmId,
            row.Stamp,
            row.Month,
            row.MadeAt,
            row.Changes,
        });
    }
}

internal sealed class SharedLinkConfiguration : IEntityTypeConfiguration<SharedLink>
{
    public void Configure(EntityTypeBuilder<SharedLink> builder)
    {
        builder.ToTable("SharedLinks");
        builder.HasKey(row => row.Id);
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.Property(row => row.Purpose).HasConversion<string>();
        builder.HasIndex(row => row.SecretHash).IsUnique();
        builder.HasIndex(row => row.VisitId);
    }
}

internal sealed class SignedReportConfiguration : IEntityTypeConfiguration<SignedReport>
{
    public void Configure(EntityTypeBuilder<SignedReport> builder)
    {
        builder.ToTable("SignedReports");
        builder.HasKey(row => row.Id);
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.HasIndex(row => row.VisitId);
    }
}

internal sealed class RevisionConfiguration : IEntityTypeConfiguration<Revision>
{
    public void Configure(EntityTypeBuilder<Revision> builder)
    {
        builder.ToTable("Revisions");
        // No foreign keys: facts may arrive in any order.
        builder.HasKey(row => row.Sequence);
        builder.Property(row => row.Kind).HasConversion<string>();
        builder.HasIndex(row => row.Id).IsUnique();
        builder.HasIndex(row => new { row.FirmId, row.RequestId }).IsUnique();
        builder.HasIndex(row => new { row.FactId, row.Sequence });
        builder.Property(row => row.Settles).HasDefaultValue("");
        builder.HasIndex(row => new
        {
            row.FirmId,
            row.AuthorId,
            row.Kind,
        });
    }
}

internal sealed class WaitingFactConfiguration : IEntityTypeConfiguration<WaitingFact>
{
    public void Configure(EntityTypeBuilder<WaitingFact> builder)
    {
        builder.ToTable("WaitingFacts");
        builder.HasKey(row => row.FactId);
        builder.Property(row => row.FactId).ValueGeneratedNever();
        builder.Property(row => row.Kind).HasConversion<string>();
        builder.HasIndex(row => new { row.FirmId, row.ParentId });
    }
}

internal sealed class BlobConfiguration : IEntityTypeConfiguration<Blob>
{
    public void Configure(EntityTypeBuilder<Blob> builder)
    {
        builder.ToTable("Blobs");
        builder.HasKey(row => new { row.FirmId, row.Sha256 });
        builder.Property(row => row.OriginalHeld).HasDefaultValue(true).HasSentinel(true);
    }
}

internal sealed class FirmConfiguration : IEntityTypeConfiguration<Firm>
{
    public void Configure(EntityTypeBuilder<Firm> builder)
    {
        builder.ToTable("Firms");
        builder.HasKey(row => row.Id);
        builder.Property(row => row.Id).ValueGeneratedNever();
    }
}

internal sealed class PersonConfiguration : IEntityTypeConfiguration<Person>
{
    public void Configure(EntityTypeBuilder<Person> builder) =>
        builder.HasOne<Firm>().WithMany().HasForeignKey(person => person.FirmId).OnDelete(DeleteBehavior.Restrict);
}

internal sealed class SetAsideChangeConfiguration : IEntityTypeConfiguration<SetAsideChange>
{
    public void Configure(EntityTypeBuilder<SetAsideChange> builder)
    {
        builder.ToTable("SetAsideChanges");
        builder.HasKey(row => row.Id);
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.Property(row => row.Kind).HasConversion<string>();
        builder.HasIndex(row => row.FirmId);
    }
}

internal sealed class SignInConfiguration : IEntityTypeConfiguration<SignIn>
{
    public void Configure(EntityTypeBuilder<SignIn> builder)
    {
        builder.ToTable("SignIns");
        builder.HasKey(row => row.Id);
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.HasIndex(row => row.PersonId);
        builder.HasOne<Person>().WithMany().HasForeignKey(row => row.PersonId).OnDelete(DeleteBehavior.Cascade);
    }
}
