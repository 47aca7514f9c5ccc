using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Kalpa.Store.Migrations
{
    /// <inheritdoc />
    public partial class Summaries : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(name: "IX_Visits_FirmId", table: "Visits");

            migrationBuilder.DropIndex(name: "IX_Stages_FirmId", table: "Stages");

            migrationBuilder.DropIndex(name: "IX_Slopes_FirmId", table: "Slopes");

            migrationBuilder.DropIndex(name: "IX_Roofs_FirmId", table: "Roofs");

            migrationBuilder.DropIndex(name: "IX_Records_FirmId", table: "Records");

            migrationBuilder.DropIndex(name: "IX_Photos_FirmId", table: "Photos");

            migrationBuilder.DropIndex(name: "IX_Looks_FirmId", table: "Looks");

            migrationBuilder.DropIndex(name: "IX_Findings_FirmId", table: "Findings");

            migrationBuilder.DropIndex(name: "IX_Coverings_FirmId", table: "Coverings");

            migrationBuilder.DropIndex(name: "IX_Buildings_FirmId", table: "Buildings");

            migrationBuilder.CreateTable(
                name: "PropertySummaries",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    FirmId = table.Column<Guid>(type: "TEXT", nullable: false),
                    SortName = table.Column<string>(type: "TEXT", nullable: false),
                    SearchText = table.Column<string>(type: "TEXT", nullable: false),
                    LastVisit = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    NextDue = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    MakeSafe = table.Column<bool>(type: "INTEGER", nullable: false),
                    LeastYears = table.Column<double>(type: "REAL", nullable: true),
                    Unfinished = table.Column<bool>(type: "INTEGER", nullable: false),
                    Inspectors = table.Column<string>(type: "TEXT", nullable: false),
                    Changes = table.Column<long>(type: "INTEGER", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Stamp = table.Column<string>(type: "TEXT", nullable: false),
                    Month = table.Column<string>(type: "TEXT", nullable: false),
                    InputHash = table.Column<string>(type: "TEXT", nullable: false),
                    Line = table.Column<string>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PropertySummaries", x => x.Id);
                }
            );

            migrationBuilder.CreateIndex(name: "IX_Records_FirmId_Kind", table: "Records", columns: new[] { "FirmId", "Kind" });

            migrationBuilder.CreateIndex(
                name: "IX_PropertySummaries_FirmId_LastVisit",
                table: "PropertySummaries",
                columns: new[] { "FirmId", "LastVisit" }
            );

            migrationBuilder.CreateIndex(
                name: "IX_PropertySummaries_FirmId_LeastYears",
                table: "PropertySummaries",
                columns: new[] { "FirmId", "LeastYears" }
            );

            migrationBuilder.CreateIndex(
                name: "IX_PropertySummaries_FirmId_MakeSafe_NextDue",
                table: "PropertySummaries",
                columns: new[] { "FirmId", "MakeSafe", "NextDue" }
            );

            migrationBuilder.CreateIndex(
                name: "IX_PropertySummaries_FirmId_SearchText",
                table: "PropertySummaries",
                columns: new[] { "FirmId", "SearchText" }
            );

            migrationBuilder.CreateIndex(
                name: "IX_PropertySummaries_FirmId_SortName",
                table: "PropertySummaries",
                columns: new[] { "FirmId", "SortName" }
            );

            migrationBuilder.CreateIndex(
                name: "IX_PropertySummaries_FirmId_Stamp_Month_MadeAt_Changes",
                table: "PropertySummaries",
                columns: new[] { "FirmId", "Stamp", "Month", "MadeAt", "Changes" }
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "PropertySummaries");

            migrationBuilder.DropIndex(name: "IX_Records_FirmId_Kind", table: "Records");

            migrationBuilder.CreateIndex(name: "IX_Visits_FirmId", table: "Visits", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Stages_FirmId", table: "Stages", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Slopes_FirmId", table: "Slopes", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Roofs_FirmId", table: "Roofs", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Records_FirmId", table: "Records", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Photos_FirmId", table: "Photos", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Looks_FirmId", table: "Looks", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Findings_FirmId", table: "Findings", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Coverings_FirmId", table: "Coverings", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Buildings_FirmId", table: "Buildings", column: "FirmId");
        }
    }
}
