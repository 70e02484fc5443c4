import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

public class Matches {
    public static void main(String[] args) throws IOException {
        Pattern pattern = PATTERN_HERE;
        String text = new String(System.in.readAllBytes(), StandardCharsets.UTF_8);
        Matcher matcher = pattern.matcher(text);
        while (matcher.find()) {
            System.out.println(matcher.group());
        }
    }
}
