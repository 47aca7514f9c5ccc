using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Kalpa.Store.Migrations
{
    /// <inheritdoc />
    public partial class SignedReports : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "SharedLinks",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    FirmId = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Purpose = table.Column<string>(type: "TEXT", nullable: false),
                    SignatureId = table.Column<Guid>(type: "TEXT", nullable: true),
                    MadeById = table.Column<Guid>(type: "TEXT", nullable: false),
                    MadeAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    ForWhom = table.Column<string>(type: "TEXT", nullable: false),
                    SecretHash = table.Column<string>(type: "TEXT", nullable: false),
                    ExpiresAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    Revoked = table.Column<bool>(type: "INTEGER", nullable: false),
                    Opened = table.Column<int>(type: "INTEGER", nullable: false),
                    OpenedAtTicks = table.Column<long>(type: "INTEGER", nullable: true),
                    Replies = table.Column<int>(type: "INTEGER", nullable: false),
                    Photos = table.Column<int>(type: "INTEGER", nullable: false),
                    PhotoBytes = table.Column<long>(type: "INTEGER", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SharedLinks", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "SignedReports",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    FirmId = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    SignedAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    SignedOffsetMinutes = table.Column<int>(type: "INTEGER", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Changes = table.Column<string>(type: "TEXT", nullable: false),
                    Differences = table.Column<string>(type: "TEXT", nullable: false),
                    MissingPhotos = table.Column<int>(type: "INTEGER", nullable: false),
                    PrintFault = table.Column<string>(type: "TEXT", nullable: false),
                    DataSha256 = table.Column<string>(type: "TEXT", nullable: false),
                    HtmlSha256 = table.Column<string>(type: "TEXT", nullable: false),
                    PdfSha256 = table.Column<string>(type: "TEXT", nullable: false),
                    Pictures = table.Column<string>(type: "TEXT", nullable: false),
                    ReceivedAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    PrintedAtTicks = table.Column<long>(type: "INTEGER", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SignedReports", x => x.Id);
                }
            );

            // Links that crews hold go on opening their lists.
            migrationBuilder.Sql(
                """
                INSERT INTO "SharedLinks" ("Id", "FirmId", "VisitId", "Purpose", "MadeById", "MadeAtTicks", "ForWhom", "SecretHash", "ExpiresAtTicks", "Revoked", "Opened", "Replies", "Photos", "PhotoBytes")
                SELECT "Id", "FirmId", "VisitId", 'PunchList', "MadeById", 0, "Crew", "SecretHash", "ExpiresAtTicks", "Revoked", 0, "Replies", "Photos", "PhotoBytes" FROM "PunchLinks"
                """
            );

            migrationBuilder.DropTable(name: "PunchLinks");

            migrationBuilder.CreateIndex(name: "IX_SharedLinks_SecretHash", table: "SharedLinks", column: "SecretHash", unique: true);

            migrationBuilder.CreateIndex(name: "IX_SharedLinks_VisitId", table: "SharedLinks", column: "VisitId");

            migrationBuilder.CreateIndex(name: "IX_SignedReports_VisitId", table: "SignedReports", column: "VisitId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "SharedLinks");

            migrationBuilder.DropTable(name: "SignedReports");

            migrationBuilder.CreateTable(
                name: "PunchLinks",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Crew = table.Column<string>(type: "TEXT", nullable: false),
                    ExpiresAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    FirmId = table.Column<Guid>(type: "TEXT", nullable: false),
                    MadeById = table.Column<Guid>(type: "TEXT", nullable: false),
                    PhotoBytes = table.Column<long>(type: "INTEGER", nullable: false),
                    Photos = table.Column<int>(type: "INTEGER", nullable: false),
                    Replies = table.Column<int>(type: "INTEGER", nullable: false),
                    Revoked = table.Column<bool>(type: "INTEGER", nullable: false),
                    SecretHash = table.Column<string>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PunchLinks", x => x.Id);
                }
            );

            migrationBuilder.CreateIndex(name: "IX_PunchLinks_SecretHash", table: "PunchLinks", column: "SecretHash", unique: true);

            migrationBuilder.CreateIndex(name: "IX_PunchLinks_VisitId", table: "PunchLinks", column: "VisitId");
        }
    }
}
