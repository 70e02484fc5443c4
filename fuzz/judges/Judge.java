import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;

/**
 * Answers questions with java.util.regex, a batch a line: every match with its groups, or null where it is no pattern; of a
 * question with a kind what the calls, a replacement, or a source text come to.
 */
public class Judge {
  private static final Map<Character, Integer> FLAGS =
      Map.of('i', Pattern.CASE_INSENSITIVE, 'm', Pattern.MULTILINE, 's', Pattern.DOTALL, 'x', Pattern.COMMENTS, 'u', Pattern.UNICODE_CASE, 'd', Pattern.UNIX_LINES);

  public static void main(String[] args) throws Exception {
    BufferedReader lines = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
    PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
    for (String line = lines.readLine(); line != null; line = lines.readLine()) {
      StringBuilder answer = new StringBuilder("[");
      for (Object question : (List<?>) new Json(line).value()) {
        if (answer.length() > 1) answer.append(',');
        Map<?, ?> asked = (Map<?, ?>) question;
        answer.append(asked.get("kind") == null ? verdict(asked) : host(asked));
      }
      out.println(answer.append(']'));
    }
  }

  private static Pattern compiled(Map<?, ?> question) {
    int flags = 0;
    for (char letter : ((String) question.get("flags")).toCharArray()) flags |= FLAGS.get(letter);
    return Pattern.compile((String) question.get("pattern"), flags);
  }

  private static String host(Map<?, ?> question) {
    try {
      switch ((String) question.get("kind")) {
        case "calls":
          return calls(compiled(question), (String) question.get("text"));
        case "rewrite":
          return rewrite(compiled(question), question);
        default:
          return source((String) question.get("source"));
      }
    } catch (StackOverflowError error) {
      return "\"died\"";
    } catch (RuntimeException error) {
      return "{\"refused\":" + quoted(String.valueOf(error.getMessage())) + "}";
    }
  }

  private static String calls(Pattern pattern, String text) {
    List<String> found = new ArrayList<>();
    Matcher matcher = pattern.matcher(text);
    while (matcher.find()) {
      List<String> values = new ArrayList<>();
      for (int group = 0; group <= matcher.groupCount(); group++) values.add(matcher.group(group) == null ? "null" : quoted(matcher.group(group)));
      found.add("{\"start\":" + matcher.start() + ",\"end\":" + matcher.end() + ",\"values\":[" + String.join(",", values) + "]}");
    }
    List<String> pieces = new ArrayList<>();
    for (String piece : pattern.split(text)) pieces.add(quoted(piece));
    return "["
        + call("matches", String.valueOf(pattern.matcher(text).matches())) + ","
        + call("lookingAt", String.valueOf(pattern.matcher(text).lookingAt())) + ","
        + call("find", "[" + String.join(",", found) + "]") + ","
        + call("split", "[" + String.join(",", pieces) + "]")
        + "]";
  }

  private static String call(String name, String value) {
    return "{\"call\":\"" + name + "\",\"value\":" + value + "}";
  }

  private static String rewrite(Pattern pattern, Map<?, ?> question) {
    String text = (String) question.get("text");
    String template = (String) question.get("template");
    boolean first = "first".equals(question.get("scope"));
    Matcher matcher = pattern.matcher(text);
    int count = 0;
    while ((!first || count == 0) && matcher.find()) count++;
    String made = first ? pattern.matcher(text).replaceFirst(template) : pattern.matcher(text).replaceAll(template);
    return "{\"text\":" + quoted(made) + ",\"replacements\":" + count + "}";
  }

  private static final Pattern CALL = Pattern.compile("Pattern\\.compile\\(\"((?:[^\"\\\\]|\\\\.)*)\"(?:, (.*))?\\)", Pattern.DOTALL);
  private static final Pattern UNIT = Pattern.compile("(?<!\\\\)((?:\\\\\\\\)*)\\\\u([0-9a-f]{4})");

  /** What the compiler makes of a string, and of flags by their names. */
  private static String source(String source) {
    Matcher call = CALL.matcher(source);
    boolean whole = call.matches();
    String body = whole ? call.group(1) : source.substring(1, source.length() - 1);
    String units = UNIT.matcher(body).replaceAll(unit -> Matcher.quoteReplacement(unit.group(1) + (char) Integer.parseInt(unit.group(2), 16)));
    StringBuilder flags = new StringBuilder();
    if (whole && call.group(2) != null) {
      for (String name : call.group(2).split(" \\| ")) {
        try {
          int value = Pattern.class.getField(name.substring("Pattern.".length())).getInt(null);
          FLAGS.forEach((letter, own) -> flags.append(own == value ? letter : ""));
        } catch (ReflectiveOperationException error) {
          throw new IllegalArgumentException(name);
        }
      }
    }
    return "{\"pattern\":" + quoted(units.translateEscapes()) + ",\"flags\":" + quoted(flags.toString()) + "}";
  }

  private static String quoted(String text) {
    StringBuilder made = new StringBuilder("\"");
    for (char unit : text.toCharArray()) {
      if (unit == '"' || unit == '\\') made.append('\\').append(unit);
      else if (unit < ' ' || unit >= 0x7f) made.append(String.format("\\u%04x", (int) unit));
      else made.append(unit);
    }
    return made.append('"').toString();
  }

  private static String verdict(Map<?, ?> question) {
    try {
      Matcher matcher = compiled(question).matcher((String) question.get("text"));
      List<String> rows = new ArrayList<>();
      while (matcher.find()) rows.add(row(matcher));
      return "[" + String.join(",", rows) + "]";
    } catch (PatternSyntaxException error) {
      return "null";
    } catch (StackOverflowError error) {
      return "\"died\"";
    } catch (RuntimeException error) {
      // Some mistakes come out as an exception of another kind.
      return "null";
    }
  }

  private static String row(Matcher matcher) {
    StringBuilder row = new StringBuilder("[" + matcher.start() + "," + matcher.end());
    for (int group = 1; group <= matcher.groupCount(); group++) {
      row.append(matcher.start(group) < 0 ? ",null" : ",[" + matcher.start(group) + "," + matcher.end(group) + "]");
    }
    return row.append(']').toString();
  }

  /** As much of JSON as questions are made of. */
  private static final class Json {
    private final String text;
    private int at = 0;

    Json(String text) {
      this.text = text;
    }

    Object value() {
      char c = text.charAt(at);
      if (c == '"') return string();
      if (c == '[') return list();
      if (c == '{') return record();
      throw new IllegalStateException("At " + at + " there is no value.");
    }

    private List<Object> list() {
      List<Object> items = new ArrayList<>();
      at++;
      while (text.charAt(at) != ']') {
        items.add(value());
        if (text.charAt(at) == ',') at++;
      }
      at++;
      return items;
    }

    private Map<String, Object> record() {
      Map<String, Object> fields = new LinkedHashMap<>();
      at++;
      while (text.charAt(at) != '}') {
        String name = string();
        at++;
        fields.put(name, value());
        if (text.charAt(at) == ',') at++;
      }
      at++;
      return fields;
    }

    private String string() {
      StringBuilder made = new StringBuilder();
      for (at++; text.charAt(at) != '"'; at++) {
        char c = text.charAt(at);
        if (c != '\\') {
          made.append(c);
          continue;
        }
        char escape = text.charAt(++at);
        switch (escape) {
          case 'n' -> made.append('\n');
          case 'r' -> made.append('\r');
          case 't' -> made.append('\t');
          case 'b' -> made.append('\b');
          case 'f' -> made.append('\f');
          case 'u' -> {
            made.append((char) Integer.parseInt(text.substring(at + 1, at + 5), 16));
            at += 4;
          }
          default -> made.append(escape);
        }
      }
      at++;
      return made.toString();
    }
  }
}
