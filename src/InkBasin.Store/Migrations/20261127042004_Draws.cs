using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace InkBasin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Draws : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Opened",
                table: "Draws",
                type: "TEXT",
                nullable: false,
                defaultValue: "[]");

            migrationBuilder.AddColumn<string>(
                name: "ProductId",
                table: "Draws",
                type: "TEXT",
                maxLength: 64,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "Version",
                table: "Bottles",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Opened",
                table: "Draws");

            migrationBuilder.DropColumn(
                name: "ProductId",
                table: "Draws");

            migrationBuilder.DropColumn(
                name: "Version",
                table: "Bottles");
        }
    }
}
