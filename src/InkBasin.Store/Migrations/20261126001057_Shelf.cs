using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace InkBasin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Shelf : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Mark",
                table: "Changes",
                type: "TEXT",
                maxLength: 64,
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Bottles",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", maxLength: 64, nullable: false),
                    ProductId = table.Column<string>(type: "TEXT", maxLength: 64, nullable: false),
                    Part = table.Column<string>(type: "TEXT", maxLength: 8, nullable: false),
                    LeftG = table.Column<double>(type: "REAL", nullable: false),
                    BoughtOn = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    OpenedOn = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    MadeUtc = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Bottles", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Draws",
                columns: table => new
                {
                    BuildId = table.Column<Guid>(type: "TEXT", nullable: false),
                    PourId = table.Column<string>(type: "TEXT", maxLength: 64, nullable: false),
                    Taken = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Draws", x => new { x.BuildId, x.PourId });
                    table.ForeignKey(
                        name: "FK_Draws_Builds_BuildId",
                        column: x => x.BuildId,
                        principalTable: "Builds",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Sheets",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", maxLength: 64, nullable: false),
                    Draft = table.Column<string>(type: "TEXT", nullable: false),
                    MadeUtc = table.Column<DateTime>(type: "TEXT", nullable: false),
                    RemovedUtc = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sheets", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Changes_BuildId_Mark",
                table: "Changes",
                columns: new[] { "BuildId", "Mark" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Bottles");

            migrationBuilder.DropTable(
                name: "Draws");

            migrationBuilder.DropTable(
                name: "Sheets");

            migrationBuilder.DropIndex(
                name: "IX_Changes_BuildId_Mark",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "Mark",
                table: "Changes");
        }
    }
}
