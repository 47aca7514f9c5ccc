using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Kalpa.Store.Migrations
{
    /// <inheritdoc />
    public partial class Upkeep : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(name: "PhotoBytes", table: "PunchLinks", type: "INTEGER", nullable: false, defaultValue: 0L);

            migrationBuilder.AddColumn<int>(name: "Photos", table: "PunchLinks", type: "INTEGER", nullable: false, defaultValue: 0);

            migrationBuilder.AddColumn<int>(name: "Replies", table: "PunchLinks", type: "INTEGER", nullable: false, defaultValue: 0);

            migrationBuilder.AddColumn<bool>(name: "Damaged", table: "Blobs", type: "INTEGER", nullable: false, defaultValue: false);

            migrationBuilder.CreateTable(
                name: "SetAsideChanges",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    FirmId = table.Column<Guid>(type: "TEXT", nullable: false),
                    AuthorId = table.Column<Guid>(type: "TEXT", nullable: false),
                    FactId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    ReceivedAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    Change = table.Column<string>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SetAsideChanges", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "SignIns",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false),
                    BeganAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    SeenAtTicks = table.Column<long>(type: "INTEGER", nullable: false),
                    EndedAtTicks = table.Column<long>(type: "INTEGER", nullable: true),
                    Device = table.Column<string>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SignIns", x => x.Id);
                    table.ForeignKey(
                        name: "FK_SignIns_AspNetUsers_PersonId",
                        column: x => x.PersonId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateIndex(name: "IX_SetAsideChanges_FirmId", table: "SetAsideChanges", column: "FirmId");

            migrationBuilder.CreateIndex(name: "IX_SignIns_PersonId", table: "SignIns", column: "PersonId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "SetAsideChanges");

            migrationBuilder.DropTable(name: "SignIns");

            migrationBuilder.DropColumn(name: "PhotoBytes", table: "PunchLinks");

            migrationBuilder.DropColumn(name: "Photos", table: "PunchLinks");

            migrationBuilder.DropColumn(name: "Replies", table: "PunchLinks");

            migrationBuilder.DropColumn(name: "Damaged", table: "Blobs");
        }
    }
}
