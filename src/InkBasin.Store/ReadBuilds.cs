using InkBasin.Core.Builds;

namespace InkBasin.Store;

/// <summary>
/// Builds already read from their documents, each in its newest version. A version never changes, so reading it twice is waste; and a
/// build that follows from another shares its unchanged steps, by which a ground is compiled only where it changed. A look over the whole shelf must not
/// push out the one that is worked on: as many are kept as an ordinary shelf has.
/// </summary>
public sealed class ReadBuilds
{
    /// <summary>So many are kept however large they are.</summary>
    public const int FewestKept = 16;

    /// <summary>More than that are kept while their documents together are no longer, characters: several hundred ordinary builds.</summary>
    public const int MostCharacters = 8_000_000;

    private readonly Lock _lock = new();
    private readonly LinkedList<Kept> _builds = new();
    private readonly Dictionary<Guid, LinkedListNode<Kept>> _byId = [];
    private long _characters;

    private sealed record Kept(Guid Id, int Version, Build Build, int Characters);

    /// <summary>The build, when that version is kept.</summary>
    public Build? Find(Guid id, int version)
    {
        lock (_lock)
        {
            if (!_byId.TryGetValue(id, out var node) || node.Value.Version != version) return null;
            _builds.Remove(node);
            _builds.AddFirst(node);
            return node.Value.Build;
        }
    }

    /// <summary>The build, read from its document unless that version is kept.</summary>
    /// <exception cref="StoredDataException">The document cannot be read.</exception>
    public Build Of(Guid id, int version, string document)
    {
        ArgumentNullException.ThrowIfNull(document);
        if (Find(id, version) is { } found) return found;
        var build = Written.ReadBuild(document);
        Keep(id, version, build, document.Length);
        return build;
    }

    /// <summary>Keeps a build that has just been read or written, unless a newer version of it is kept.</summary>
    /// <param name="id">Identity.</param>
    /// <param name="version">Its version.</param>
    /// <param name="build">The build.</param>
    /// <param name="characters">Length of its document.</param>
    public void Keep(Guid id, int version, Build build, int characters)
    {
        lock (_lock)
        {
            if (_byId.TryGetValue(id, out var before))
            {
                if (before.Value.Version > version) return;
                Forget(before);
            }

            _byId[id] = _builds.AddFirst(new Kept(id, version, build, characters));
            _characters += characters;
            while (_builds.Count > FewestKept && _characters > MostCharacters) Forget(_builds.Last!);
        }
    }

    private void Forget(LinkedListNode<Kept> node)
    {
        _builds.Remove(node);
        _byId.Remove(node.Value.Id);
        _characters -= node.Value.Characters;
    }
}
