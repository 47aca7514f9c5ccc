using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Kalpa.Store.Migrations
{
    /// <inheritdoc />
    public partial class Walk : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(name: "Settles", table: "Revisions", type: "TEXT", nullable: false, defaultValue: "");

            migrationBuilder.AddColumn<bool>(name: "OriginalHeld", table: "Blobs", type: "INTEGER", nullable: false, defaultValue: true);

            migrationBuilder.CreateTable(
                name: "PunchLinks",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    FirmId = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    MadeById = table.Column<Guid>(type: "TEXT", nullable: false),
                    Crew = table.Column<string>(type: "TEXT", nullable: false),
                    SecretHash = table.Column<string>(type: "TEXT", nullable: false),
                    ExpiresAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    Revoked = table.Column<bool>(type: "INTEGER", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PunchLinks", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "Records",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: true),
                    ParentId = table.Column<Guid>(type: "TEXT", nullable: true),
                    FirmId = table.Column<Guid>(type: "TEXT", nullable: false),
                    RevisionId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Clash = table.Column<bool>(type: "INTEGER", nullable: false),
                    Deleted = table.Column<bool>(type: "INTEGER", nullable: false),
                    Payload = table.Column<string>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Records", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Records_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict
                    );
                }
            );

            migrationBuilder.CreateIndex(
                name: "IX_Revisions_FirmId_AuthorId_Kind",
                table: "Revisions",
                columns: new[] { "FirmId", "AuthorId", "Kind" }
            );

            migrationBuilder.CreateIndex(name: "IX_PunchLinks_SecretHash", table: "PunchLinks", column: "SecretHash", unique: true);

            migrationBuilder.CreateIndex(name: "IX_PunchLinks_VisitId", table: "PunchLinks", column: "VisitId");

            migrationBuilder.CreateIndex(name: "IX_Records_FirmId", table: "Records", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_Records_ParentId", table: "Records", column: "ParentId");

            migrationBuilder.CreateIndex(name: "IX_Records_VisitId_Kind", table: "Records", columns: new[] { "VisitId", "Kind" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "PunchLinks");

            migrationBuilder.DropTable(name: "Records");

            migrationBuilder.DropIndex(name: "IX_Revisions_FirmId_AuthorId_Kind", table: "Revisions");

            migrationBuilder.DropColumn(name: "Settles", table: "Revisions");

            migrationBuilder.DropColumn(name: "OriginalHeld", table: "Blobs");
        }
    }
}
