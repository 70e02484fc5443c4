import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Counts all matches in a file: of each line, flags and a pattern with a tab between, the count and the milliseconds. */
public class Counter {
  private static final Map<Character, Integer> FLAGS = Map.of('i', Pattern.CASE_INSENSITIVE, 'm', Pattern.MULTILINE, 'u', Pattern.UNICODE_CASE);

  public static void main(String[] args) throws Exception {
    String text = Files.readString(Path.of(args[0]));
    BufferedReader lines = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
    for (String line = lines.readLine(); line != null; line = lines.readLine()) {
      String[] asked = line.split("\t", 2);
      int flags = 0;
      for (char letter : asked[0].toCharArray()) flags |= FLAGS.get(letter);
      long started = System.nanoTime();
      Matcher matcher = Pattern.compile(asked[1], flags).matcher(text);
      int count = 0;
      while (matcher.find()) count++;
      System.out.println(count + "\t" + (System.nanoTime() - started) / 1e6);
    }
  }
}
