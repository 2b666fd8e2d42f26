import { parseRecipe, printRecipe } from "@/core/recipe";
import { InputError, UsageError } from "./errors";
import { readOptions } from "./options";

/** `recipe "LINE"`: parse and normalise a line. */
export async function recipeCommand(args: readonly string[]): Promise<void> {
  const { values, positionals } = readOptions(args, {});
  const [line, ...rest] = positionals;
  if (line === undefined || rest.length > 0) throw new UsageError("Give one recipe line, in quotes.");
  const { recipe, problems } = parseRecipe(line);
  const [first] = problems;
  if (first) {
    throw new InputError(
      `recipe: at character ${first.start + 1}, ${JSON.stringify(first.found)}: expected ${first.expected}`,
    );
  }
  console.log(values.json ? JSON.stringify({ ...recipe, line: printRecipe(recipe) }) : printRecipe(recipe));
}
