using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Kalpa.Store.Migrations
{
    /// <inheritdoc />
    public partial class VisitRoofs : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // The foreign key goes with the renamed column. To rename the key as well, the table would have to be built anew outside of a transaction.
            migrationBuilder.RenameColumn(name: "RoofId", table: "Visits", newName: "FirstRoofId");

            migrationBuilder.RenameIndex(name: "IX_Visits_RoofId_On", table: "Visits", newName: "IX_Visits_FirstRoofId_On");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.RenameColumn(name: "FirstRoofId", table: "Visits", newName: "RoofId");

            migrationBuilder.RenameIndex(name: "IX_Visits_FirstRoofId_On", table: "Visits", newName: "IX_Visits_RoofId_On");
        }
    }
}
