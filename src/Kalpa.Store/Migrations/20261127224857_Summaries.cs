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
                name: "IX_PropertySummaries_FirmId_NextDue",
                table: "PropertySummaries",
                columns: new[] { "FirmId", "NextDue" }
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
        }
    }
}
