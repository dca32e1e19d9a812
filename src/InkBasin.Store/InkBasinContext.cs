using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace InkBasin.Store;

/// <summary>The one SQLite file.</summary>
public sealed class InkBasinContext(DbContextOptions<InkBasinContext> options) : DbContext(options)
{
    public DbSet<BuildRow> Builds => Set<BuildRow>();

    public DbSet<EditRow> Edits => Set<EditRow>();

    public DbSet<ChangeRow> Changes => Set<ChangeRow>();

    public DbSet<AttachmentRow> Attachments => Set<AttachmentRow>();

    public DbSet<SheetRow> Sheets => Set<SheetRow>();

    public DbSet<TintRow> Tints => Set<TintRow>();

    public DbSet<BottleRow> Bottles => Set<BottleRow>();

    /// <summary>Goods besides resin.</summary>
    public DbSet<GoodRow> Goods => Set<GoodRow>();

    /// <summary>Sizes products are sold in.</summary>
    public DbSet<PackRow> Packs => Set<PackRow>();

    public DbSet<DrawRow> Draws => Set<DrawRow>();

    /// <summary>What work has taken out of the goods.</summary>
    public DbSet<WorkDrawRow> WorkDraws => Set<WorkDrawRow>();

    public DbSet<BenchSessionRow> BenchSessions => Set<BenchSessionRow>();

    public DbSet<BenchEventRow> BenchEvents => Set<BenchEventRow>();

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        ArgumentNullException.ThrowIfNull(modelBuilder);
        modelBuilder.Entity<BuildRow>(build =>
        {
            build.Property(b => b.Version).IsConcurrencyToken();
            build.Property(b => b.Name).HasMaxLength(80);
            build.HasIndex(b => b.BinnedUtc);
        });
        modelBuilder.Entity<EditRow>(edit =>
        {
            edit.HasOne<BuildRow>().WithMany().HasForeignKey(e => e.BuildId).OnDelete(DeleteBehavior.Cascade);
            edit.HasIndex(e => new { e.BuildId, e.Undone, e.Id });
        });
        modelBuilder.Entity<ChangeRow>(change =>
        {
            change.HasOne<BuildRow>().WithMany().HasForeignKey(c => c.BuildId).OnDelete(DeleteBehavior.Cascade);
            change.HasIndex(c => new { c.BuildId, c.Version });
            change.Property(c => c.Mark).HasMaxLength(64);
            change.HasIndex(c => new { c.BuildId, c.Mark });
        });
        modelBuilder.Entity<AttachmentRow>().Property(a => a.Id).HasMaxLength(64);
        modelBuilder.Entity<SheetRow>().Property(sheet => sheet.Id).HasMaxLength(64);
        modelBuilder.Entity<TintRow>().Property(tint => tint.Id).HasMaxLength(64);
        modelBuilder.Entity<DrawRow>(draw =>
        {
            draw.HasKey(d => new { d.BuildId, d.PourId });
            draw.Property(d => d.PourId).HasMaxLength(64);
            draw.Property(d => d.ProductId).HasMaxLength(64).HasDefaultValue("");
            draw.Property(d => d.Opened).HasDefaultValue("[]");
            draw.Property(d => d.TakenGoods).HasDefaultValue("{}");
            draw.HasOne<BuildRow>().WithMany().HasForeignKey(d => d.BuildId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<WorkDrawRow>(draw =>
        {
            draw.HasKey(d => new { d.BuildId, d.WorkId });
            draw.HasOne<BuildRow>().WithMany().HasForeignKey(d => d.BuildId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<BenchSessionRow>(session =>
        {
            session.Property(s => s.Holder).HasMaxLength(64);
            session.Property(s => s.HolderName).HasMaxLength(80);
            session.Property(s => s.Version).IsConcurrencyToken();
            session.HasIndex(s => s.BuildId);
            session.HasOne<BuildRow>().WithMany().HasForeignKey(s => s.BuildId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<BenchEventRow>(happened =>
        {
            happened.HasKey(e => new { e.SessionId, e.Number });
            happened.HasIndex(e => new { e.SessionId, e.EventId }).IsUnique();
            happened.Property(e => e.EventId).HasMaxLength(64);
            happened.HasOne<BenchSessionRow>().WithMany().HasForeignKey(e => e.SessionId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<GoodRow>(good =>
        {
            good.Property(g => g.Id).HasMaxLength(64);
            good.Property(g => g.Version).IsConcurrencyToken();
        });
        modelBuilder.Entity<PackRow>(pack =>
        {
            pack.Property(p => p.Id).HasMaxLength(64);
            pack.Property(p => p.Version).IsConcurrencyToken();
        });
        modelBuilder.Entity<BottleRow>(bottle =>
        {
            bottle.Property(b => b.Id).HasMaxLength(64);
            bottle.Property(b => b.ProductId).HasMaxLength(64);
            bottle.Property(b => b.Part).HasMaxLength(8);
            bottle.Property(b => b.Version).IsConcurrencyToken();
        });
    }
}

/// <summary>Lets the migration tool make a context without the server.</summary>
public sealed class InkBasinContextFactory : IDesignTimeDbContextFactory<InkBasinContext>
{
    /// <inheritdoc/>
    public InkBasinContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<InkBasinContext>().UseSqlite("Data Source=:memory:").Options);
}
