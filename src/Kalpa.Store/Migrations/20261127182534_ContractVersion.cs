using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Kalpa.Store.Migrations
{
    /// <inheritdoc />
    public partial class ContractVersion : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Visits", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Stages", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Slopes", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Roofs", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Records", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(
                name: "ContractVersion",
                table: "Properties",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1
            );

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Photos", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Looks", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Findings", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Coverings", type: "INTEGER", nullable: false, defaultValue: 1);

            migrationBuilder.AddColumn<int>(name: "ContractVersion", table: "Buildings", type: "INTEGER", nullable: false, defaultValue: 1);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(name: "ContractVersion", table: "Visits");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Stages");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Slopes");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Roofs");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Records");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Properties");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Photos");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Looks");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Findings");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Coverings");

            migrationBuilder.DropColumn(name: "ContractVersion", table: "Buildings");
        }
    }
}
