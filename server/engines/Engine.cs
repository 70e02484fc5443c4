using System;
using System.Collections.Generic;
using System.Diagnostics;
using System.Globalization;
using System.IO;
using System.Linq;
using System.Text;
using System.Text.RegularExpressions;

/// Asks this engine: a question as JSON on standard input, what it finds as JSON on standard output.
///
/// The pattern is data for the constructor of Regex and never part of code. Offsets are UTF-16 code units, as they are here.
public static class Engine {
  /// Matches that are handed back; the rest is only said to be there.
  private const int Most = 20000;

  private static readonly Dictionary<char, RegexOptions> Flags = new Dictionary<char, RegexOptions> {
    { 'i', RegexOptions.IgnoreCase }, { 'm', RegexOptions.Multiline }, { 's', RegexOptions.Singleline },
    { 'x', RegexOptions.IgnorePatternWhitespace }, { 'n', RegexOptions.ExplicitCapture },
  };

  public static void Main() {
    CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
    var question = Fields(new StreamReader(Console.OpenStandardInput(), new UTF8Encoding(false)).ReadToEnd());
    var output = new StreamWriter(Console.OpenStandardOutput(), new UTF8Encoding(false)) { AutoFlush = true };
    output.Write(Answer(question));
  }

  private static string Answer(Dictionary<string, string> question) {
    var options = RegexOptions.CultureInvariant;
    foreach (char letter in question["flags"]) {
      if (!Flags.ContainsKey(letter)) return Refused("unknown flag " + letter);
      options |= Flags[letter];
    }
    string mode = question["mode"];
    bool counted = question.ContainsKey("only") && question["only"] == "time";
    try {
      var asked = new Regex(question["pattern"], options);
      if (mode == "whole") asked = Whole(question["pattern"], options);
      var rows = new List<string>();
      bool more = false;
      var watch = Stopwatch.StartNew();
      var match = asked.Match(question["text"]);
      // An attempt at the start that matched is found first.
      while (match.Success && (mode != "start" || match.Index == 0)) {
        if (rows.Count == Most) {
          more = true;
          break;
        }
        if (!counted) rows.Add(Row(asked, match));
        if (mode != "all") break;
        match = match.NextMatch();
      }
      string ms = watch.Elapsed.TotalMilliseconds.ToString("R", CultureInfo.InvariantCulture);
      return "{\"ms\":" + ms + ",\"matches\":[" + string.Join(",", rows) + "],\"more\":" + (more ? "true" : "false") + "}";
    } catch (ArgumentException error) {
      return Refused(error.Message);
    }
  }

  /// The pattern between the ends of the text; a comment that it ends with is ended first.
  private static Regex Whole(string pattern, RegexOptions options) {
    try {
      return new Regex("\\A(?:" + pattern + ")\\z", options);
    } catch (ArgumentException) {
      return new Regex("\\A(?:" + pattern + "\n)\\z", options);
    }
  }

  private static string Row(Regex asked, Match match) {
    var groups = asked.GetGroupNumbers().Skip(1).Select(number => match.Groups[number]);
    var spans = groups.Select(group => group.Success ? ",[" + group.Index + "," + (group.Index + group.Length) + "]" : ",null");
    return "[" + match.Index + "," + (match.Index + match.Length) + string.Concat(spans) + "]";
  }

  private static string Refused(string why) {
    var said = new StringBuilder("{\"refused\":\"");
    foreach (char unit in why) {
      if (unit == '"' || unit == '\\') said.Append('\\').Append(unit);
      else if (unit < ' ' || unit >= 0x7f) said.Append("\\u" + ((int)unit).ToString("x4"));
      else said.Append(unit);
    }
    return said.Append("\"}").ToString();
  }

  /// The fields of a JSON object all of whose values are strings.
  private static Dictionary<string, string> Fields(string json) {
    var found = new Dictionary<string, string>();
    string name = null;
    for (int at = 0; at < json.Length; at++) {
      if (json[at] != '"') continue;
      var made = new StringBuilder();
      for (at++; json[at] != '"'; at++) {
        if (json[at] != '\\') {
          made.Append(json[at]);
          continue;
        }
        char escape = json[++at];
        int known = "nrtbf".IndexOf(escape);
        if (known >= 0) made.Append("\n\r\t\b\f"[known]);
        else if (escape != 'u') made.Append(escape);
        else {
          made.Append((char)int.Parse(json.Substring(at + 1, 4), NumberStyles.HexNumber));
          at += 4;
        }
      }
      if (name == null) name = made.ToString();
      else {
        found[name] = made.ToString();
        name = null;
      }
    }
    return found;
  }
}
