using InkBasin.Core.Builds;

namespace InkBasin.Store;

/// <summary>
/// Builds already read from their documents, by id and version. A version never changes, so reading it twice is waste; and a
/// build that follows from another shares its unchanged steps, by which a ground is compiled only where it changed.
/// </summary>
public sealed class ReadBuilds
{
    private const int Kept = 16;

    private readonly Lock _lock = new();
    private readonly LinkedList<(Guid Id, int Version, Build Build)> _builds = new();

    /// <summary>The build, when that version has been read.</summary>
    public Build? Find(Guid id, int version)
    {
        lock (_lock)
        {
            for (var node = _builds.First; node is not null; node = node.Next)
            {
                if (node.Value.Id != id || node.Value.Version != version) continue;
                _builds.Remove(node);
                _builds.AddFirst(node);
                return node.Value.Build;
            }

            return null;
        }
    }

    /// <summary>The build, read from its document unless that version has been read.</summary>
    /// <exception cref="StoredDataException">The document cannot be read.</exception>
    public Build Of(Guid id, int version, string document)
    {
        if (Find(id, version) is { } found) return found;
        var build = Written.ReadBuild(document);
        Keep(id, version, build);
        return build;
    }

    /// <summary>Keeps a build that has just been written.</summary>
    public void Keep(Guid id, int version, Build build)
    {
        lock (_lock)
        {
            _builds.AddFirst((id, version, build));
            if (_builds.Count > Kept) _builds.RemoveLast();
        }
    }
}
