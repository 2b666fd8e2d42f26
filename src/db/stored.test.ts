import { pgTable } from "drizzle-orm/pg-core";
import { StoredValueError, storedWord } from "./stored";

const { state } = pgTable("lamps", { state: storedWord("state", ["lit", "dark"]).notNull() });

describe("a column of one of a few words", () => {
  it.each(["lit", "dark"])("gives %s as it stands", (word) => {
    expect(state.mapFromDriverValue(word)).toBe(word);
  });

  it.each(["", "Lit", "lit ", "broken", null, 3])("names itself and what it holds when that is %j", (value) => {
    const read = () => state.mapFromDriverValue(value as string);
    expect(read).toThrow(StoredValueError);
    expect(read).toThrow(/state/);
    expect(read).toThrow(JSON.stringify(value));
  });
});
