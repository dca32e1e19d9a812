using System.Xml;

namespace InkBasin.Formats;

/// <summary>Words as XML and HTML can hold them.</summary>
internal static class XmlWords
{
    /// <summary>Without what no such file may hold: control characters and halves of letters, which nobody can read.</summary>
    public static string Of(string words)
    {
        if (words.All(XmlConvert.IsXmlChar)) return words;
        var kept = new System.Text.StringBuilder(words.Length);
        for (var i = 0; i < words.Length; i++)
        {
            if (char.IsSurrogatePair(words, i)) kept.Append(words[i++]).Append(words[i]);
            else if (XmlConvert.IsXmlChar(words[i])) kept.Append(words[i]);
        }

        return kept.ToString();
    }
}
