import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;

/**
 * Asks this engine: a question as JSON on standard input, what it finds as JSON on standard output.
 *
 * The pattern is data for Pattern.compile and never part of code. Offsets are UTF-16 code units, as they are here.
 */
public class Engine {
  /** Matches that are handed back; the rest is only said to be there. */
  private static final int MOST = 20_000;

  private static final Map<Character, Integer> FLAGS =
      Map.of('i', Pattern.CASE_INSENSITIVE, 'm', Pattern.MULTILINE, 's', Pattern.DOTALL, 'x', Pattern.COMMENTS, 'u', Pattern.UNICODE_CASE, 'd', Pattern.UNIX_LINES);

  public static void main(String[] args) throws Exception {
    Map<String, String> question = fields(new String(System.in.readAllBytes(), StandardCharsets.UTF_8));
    new PrintStream(System.out, true, StandardCharsets.UTF_8).print(answer(question));
  }

  private static String answer(Map<String, String> question) {
    int flags = 0;
    for (char letter : question.get("flags").toCharArray()) {
      if (!FLAGS.containsKey(letter)) return refused("unknown flag " + letter);
      flags |= FLAGS.get(letter);
    }
    Matcher matcher;
    try {
      matcher = Pattern.compile(question.get("pattern"), flags).matcher(question.get("text"));
    } catch (PatternSyntaxException error) {
      return refused(error.getDescription());
    } catch (RuntimeException error) {
      // Some mistakes come out as an exception of another kind.
      return refused(String.valueOf(error.getMessage()));
    }
    String mode = question.get("mode");
    boolean counted = "time".equals(question.get("only"));
    List<String> rows = new ArrayList<>();
    boolean more = false;
    long started = System.nanoTime();
    boolean found = "start".equals(mode) ? matcher.lookingAt() : "whole".equals(mode) ? matcher.matches() : matcher.find();
    while (found) {
      if (rows.size() == MOST) {
        more = true;
        break;
      }
      if (!counted) rows.add(row(matcher));
      found = "all".equals(mode) && matcher.find();
    }
    double ms = (System.nanoTime() - started) / 1e6;
    return "{\"ms\":" + ms + ",\"matches\":[" + String.join(",", rows) + "],\"more\":" + more + "}";
  }

  private static String row(Matcher matcher) {
    StringBuilder row = new StringBuilder("[" + matcher.start() + "," + matcher.end());
    for (int group = 1; group <= matcher.groupCount(); group++) {
      row.append(matcher.start(group) < 0 ? ",null" : ",[" + matcher.start(group) + "," + matcher.end(group) + "]");
    }
    return row.append(']').toString();
  }

  private static String refused(String why) {
    StringBuilder said = new StringBuilder("{\"refused\":\"");
    for (char unit : why.toCharArray()) {
      if (unit == '"' || unit == '\\') said.append('\\').append(unit);
      else if (unit < ' ' || unit >= 0x7f) said.append(String.format("\\u%04x", (int) unit));
      else said.append(unit);
    }
    return said.append("\"}").toString();
  }

  /** The fields of a JSON object all of whose values are strings. */
  private static Map<String, String> fields(String json) {
    Map<String, String> found = new HashMap<>();
    String name = null;
    for (int at = 0; at < json.length(); at++) {
      if (json.charAt(at) != '"') continue;
      StringBuilder made = new StringBuilder();
      for (at++; json.charAt(at) != '"'; at++) {
        char unit = json.charAt(at);
        if (unit != '\\') {
          made.append(unit);
          continue;
        }
        char escape = json.charAt(++at);
        switch (escape) {
          case 'n' -> made.append('\n');
          case 'r' -> made.append('\r');
          case 't' -> made.append('\t');
          case 'b' -> made.append('\b');
          case 'f' -> made.append('\f');
          case 'u' -> {
            made.append((char) Integer.parseInt(json.substring(at + 1, at + 5), 16));
            at += 4;
          }
          default -> made.append(escape);
        }
      }
      if (name == null) name = made.toString();
      else {
        found.put(name, made.toString());
        name = null;
      }
    }
    return found;
  }
}
