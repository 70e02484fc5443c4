using System;
using System.Collections;
using System.Collections.Generic;
using System.Diagnostics;
using System.Globalization;
using System.IO;
using System.Linq;
using System.Reflection;
using System.Text;
using System.Text.RegularExpressions;

/// Answers questions with System.Text.RegularExpressions, a batch a line: every match with its groups, or null where it is no
/// pattern; of a question with a kind what the calls, a replacement, or a source text come to.
public static class Judge {
  private static readonly Dictionary<char, RegexOptions> Flags = new Dictionary<char, RegexOptions> {
    { 'i', RegexOptions.IgnoreCase }, { 'm', RegexOptions.Multiline }, { 's', RegexOptions.Singleline },
    { 'x', RegexOptions.IgnorePatternWhitespace }, { 'n', RegexOptions.ExplicitCapture },
  };
  private static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);

  public static void Main() {
    CultureInfo.DefaultThreadCurrentCulture = CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
    var input = new StreamReader(Console.OpenStandardInput(), new UTF8Encoding(false));
    var output = new StreamWriter(Console.OpenStandardOutput(), new UTF8Encoding(false)) { AutoFlush = true };
    for (string line = input.ReadLine(); line != null; line = input.ReadLine()) {
      var questions = ((List<object>)new Json(line).Value()).Cast<Dictionary<string, object>>().ToList();
      var sources = Sources(questions.Where(q => KindOf(q) == "source").Select(q => (string)q["source"]).ToList());
      int next = 0;
      output.Write("[" + string.Join(",", questions.Select(q => KindOf(q) == "source" ? sources[next++] : Answer(q))) + "]\n");
    }
  }

  private static string KindOf(Dictionary<string, object> question) {
    return question.ContainsKey("kind") ? (string)question["kind"] : null;
  }

  private static Regex Compiled(Dictionary<string, object> question) {
    var options = RegexOptions.CultureInvariant;
    foreach (char letter in (string)question["flags"]) options |= Flags[letter];
    return new Regex((string)question["pattern"], options, Patience);
  }

  private static string Answer(Dictionary<string, object> question) {
    string kind = KindOf(question);
    try {
      var text = (string)question["text"];
      if (kind == "calls") return Calls(Compiled(question), text);
      if (kind == "rewrite") return Rewrite(Compiled(question), question, text);
      var asked = Compiled(question);
      return "[" + string.Join(",", asked.Matches(text).Cast<Match>().Select(match => Row(asked, match))) + "]";
    } catch (RegexMatchTimeoutException) {
      return "\"died\"";
    } catch (OutOfMemoryException) {
      // What comes after would fail as well.
      Environment.Exit(1);
      throw;
    } catch (ArgumentException error) {
      return kind == null ? "null" : "{\"refused\":" + Quoted(error.Message) + "}";
    } catch (Exception error) {
      // Some mistakes come out as an exception of another kind.
      return kind == null ? Quoted("fails: " + error.GetType().Name) : "{\"refused\":" + Quoted(error.Message) + "}";
    }
  }

  /// By their numbers, as not every list of groups knows of gaps between them.
  private static IEnumerable<Group> GroupsOf(Regex regex, Match match) {
    return regex.GetGroupNumbers().Select(number => match.Groups[number]);
  }

  private static string Row(Regex regex, Match match) {
    var groups = GroupsOf(regex, match).Skip(1).Select(group => group.Success ? ",[" + group.Index + "," + (group.Index + group.Length) + "]" : ",null");
    return "[" + match.Index + "," + (match.Index + match.Length) + string.Concat(groups) + "]";
  }

  private static string Calls(Regex regex, string text) {
    var numbers = regex.GetGroupNumbers();
    Func<Match, string> found = match => "{\"index\":" + match.Index + ",\"length\":" + match.Length + ",\"value\":" + Quoted(match.Value)
      + ",\"groups\":[" + string.Join(",", GroupsOf(regex, match).Select((group, i) => Described(regex.GroupNameFromNumber(numbers[i]), group))) + "]}";
    var first = regex.Match(text);
    return "[" + Call("IsMatch", regex.IsMatch(text) ? "true" : "false") + ","
      + Call("Match", first.Success ? found(first) : "null") + ","
      + Call("Matches", "[" + string.Join(",", regex.Matches(text).Cast<Match>().Select(found)) + "]") + ","
      + Call("Split", "[" + string.Join(",", regex.Split(text).Select(Quoted)) + "]") + "]";
  }

  private static string Described(string name, Group group) {
    var captures = group.Captures.Cast<Capture>().Select(c => "{\"index\":" + c.Index + ",\"length\":" + c.Length + ",\"value\":" + Quoted(c.Value) + "}");
    return "{\"name\":" + Quoted(name) + ",\"success\":" + (group.Success ? "true" : "false") + ",\"value\":" + Quoted(group.Value)
      + ",\"captures\":[" + string.Join(",", captures) + "]}";
  }

  private static string Call(string name, string value) {
    return "{\"call\":\"" + name + "\",\"value\":" + value + "}";
  }

  private static string Rewrite(Regex regex, Dictionary<string, object> question, string text) {
    bool first = (string)question["scope"] == "first";
    int count = first ? Math.Min(1, regex.Matches(text).Count) : regex.Matches(text).Count;
    string made = regex.Replace(text, (string)question["template"], first ? 1 : -1);
    return "{\"text\":" + Quoted(made) + ",\"replacements\":" + count + "}";
  }

  /// What the compiler makes of source texts: expressions that are a Regex or a string, all of them compiled at once.
  private static List<string> Sources(List<string> sources) {
    if (sources.Count == 0) return new List<string>();
    string folder = Path.Combine(Path.GetTempPath(), "sources-" + Guid.NewGuid());
    Directory.CreateDirectory(folder);
    try {
      var body = string.Concat(sources.Select((source, i) => "  public static object S" + i + "() { return (" + source + "); }\n"));
      File.WriteAllText(Path.Combine(folder, "sources.cs"), "using System.Text.RegularExpressions;\npublic static class Sources {\n" + body + "}\n", new UTF8Encoding(false));
      var start = new ProcessStartInfo("mcs", "-target:library -out:" + Path.Combine(folder, "sources.dll") + " " + Path.Combine(folder, "sources.cs")) {
        UseShellExecute = false, RedirectStandardError = true, RedirectStandardOutput = true,
      };
      using (var compiler = Process.Start(start)) {
        string said = compiler.StandardError.ReadToEnd();
        compiler.WaitForExit();
        if (compiler.ExitCode != 0) return sources.Select(_ => "{\"refused\":" + Quoted(said) + "}").ToList();
      }
      var type = Assembly.Load(File.ReadAllBytes(Path.Combine(folder, "sources.dll"))).GetType("Sources");
      return sources.Select((_, i) => Source(type.GetMethod("S" + i).Invoke(null, null))).ToList();
    } finally {
      Directory.Delete(folder, true);
    }
  }

  private static string Source(object made) {
    var regex = made as Regex;
    if (regex == null) return "{\"pattern\":" + Quoted((string)made) + ",\"flags\":\"\"}";
    var flags = new string(Flags.Where(flag => (regex.Options & flag.Value) != 0).Select(flag => flag.Key).ToArray());
    return "{\"pattern\":" + Quoted(regex.ToString()) + ",\"flags\":" + Quoted(flags) + "}";
  }

  private static string Quoted(string text) {
    var made = new StringBuilder("\"");
    foreach (char unit in text) {
      if (unit == '"' || unit == '\\') made.Append('\\').Append(unit);
      else if (unit < ' ' || unit >= 0x7f) made.Append("\\u" + ((int)unit).ToString("x4"));
      else made.Append(unit);
    }
    return made.Append('"').ToString();
  }

  /// As much of JSON as questions are made of.
  private sealed class Json {
    private readonly string text;
    private int at;

    public Json(string text) {
      this.text = text;
    }

    public object Value() {
      switch (text[at]) {
        case '"':
          return String();
        case '[':
          return List();
        case '{':
          return Record();
        default:
          throw new InvalidDataException("At " + at + " there is no value.");
      }
    }

    private List<object> List() {
      var items = new List<object>();
      at++;
      while (text[at] != ']') {
        items.Add(Value());
        if (text[at] == ',') at++;
      }
      at++;
      return items;
    }

    private Dictionary<string, object> Record() {
      var fields = new Dictionary<string, object>();
      at++;
      while (text[at] != '}') {
        string name = String();
        at++;
        fields[name] = Value();
        if (text[at] == ',') at++;
      }
      at++;
      return fields;
    }

    private string String() {
      var made = new StringBuilder();
      for (at++; text[at] != '"'; at++) {
        if (text[at] != '\\') {
          made.Append(text[at]);
          continue;
        }
        char escape = text[++at];
        int known = "nrtbf".IndexOf(escape);
        if (known >= 0) made.Append("\n\r\t\b\f"[known]);
        else if (escape != 'u') made.Append(escape);
        else {
          made.Append((char)int.Parse(text.Substring(at + 1, 4), NumberStyles.HexNumber));
          at += 4;
        }
      }
      at++;
      return made.ToString();
    }
  }
}
