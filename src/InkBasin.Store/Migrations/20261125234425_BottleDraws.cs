using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace InkBasin.Store.Migrations
{
    /// <inheritdoc />
    public partial class BottleDraws : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
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
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Draws");
        }
    }
}
