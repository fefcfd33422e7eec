using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Yardstick.Data.Migrations
{
    /// <summary>
    /// The model has no default for the cores of a line any more, for it is written each time. The columns keep theirs: to take it away
    /// SQLite would write the whole table anew, and nobody would notice.
    /// </summary>
    public partial class CoresWithoutDefault : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder) { }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) { }
    }
}
