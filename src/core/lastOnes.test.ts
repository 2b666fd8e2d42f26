import { LastOnes } from "./lastOnes";

it("makes a value once for each of the last keys, and anew for one that has gone", () => {
  const made: string[] = [];
  const ones = new LastOnes<string | null>(2);
  const ask = (key: string, value: string | null = key) =>
    ones.of(key, () => {
      made.push(key);
      return value;
    });
  expect([ask("a"), ask("b", null), ask("a"), ask("b")]).toEqual(["a", null, "a", null]);
  expect(made).toEqual(["a", "b"]);
  ask("c");
  ask("b");
  ask("a");
  expect(made).toEqual(["a", "b", "c", "a"]);
});
