using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace InkBasin.Store.Migrations
{
    /// <inheritdoc />
    public partial class BenchSessions : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "BenchSessions",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    BuildId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Script = table.Column<string>(type: "TEXT", nullable: false),
                    OpenedUtc = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Rehearsal = table.Column<string>(type: "TEXT", nullable: true),
                    Holder = table.Column<string>(type: "TEXT", maxLength: 64, nullable: true),
                    HolderName = table.Column<string>(type: "TEXT", maxLength: 80, nullable: true),
                    EndedUtc = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Told = table.Column<bool>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BenchSessions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_BenchSessions_Builds_BuildId",
                        column: x => x.BuildId,
                        principalTable: "Builds",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "BenchEvents",
                columns: table => new
                {
                    SessionId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    EventId = table.Column<string>(type: "TEXT", maxLength: 64, nullable: false),
                    Event = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BenchEvents", x => new { x.SessionId, x.Number });
                    table.ForeignKey(
                        name: "FK_BenchEvents_BenchSessions_SessionId",
                        column: x => x.SessionId,
                        principalTable: "BenchSessions",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_BenchEvents_SessionId_EventId",
                table: "BenchEvents",
                columns: new[] { "SessionId", "EventId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_BenchSessions_BuildId",
                table: "BenchSessions",
                column: "BuildId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "BenchEvents");

            migrationBuilder.DropTable(
                name: "BenchSessions");
        }
    }
}
