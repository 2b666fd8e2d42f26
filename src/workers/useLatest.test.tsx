/** @jest-environment jsdom */
import { screen } from "@testing-library/react";
import { settled, show } from "@/ui/testing/show";
import { useLatest } from "./useLatest";

function Asker({ ask, question }: { ask: ((asked: string) => Promise<string>) | null; question: string | null }) {
  return <p>{useLatest(ask, question)?.answer ?? "none"}</p>;
}

describe("the latest answer", () => {
  it("is that to the newest question; what came and went meanwhile is not asked, and the last one stays", async () => {
    const asked: { readonly question: string; readonly answer: (text: string) => void }[] = [];
    const ask = (question: string) => new Promise<string>((answer) => asked.push({ question, answer }));
    const view = show(<Asker ask={null} question="a" />);
    expect(asked).toEqual([]);
    for (const question of ["a", "b", "c"]) await settled(() => view.again(<Asker ask={ask} question={question} />));
    expect(asked.map(({ question }) => question)).toEqual(["a"]);
    await settled(() => asked[0]!.answer("of a"));
    expect(await screen.findByText("of a")).toBeTruthy();
    expect(asked.map(({ question }) => question)).toEqual(["a", "c"]);
    await settled(() => asked[1]!.answer("of c"));
    expect(await screen.findByText("of c")).toBeTruthy();
    await settled(() => view.again(<Asker ask={ask} question={null} />));
    expect(screen.getByText("none")).toBeTruthy();
  });

  it("does not wait for somebody who is gone", async () => {
    const view = show(<Asker ask={() => new Promise(() => {})} question="a" />);
    const ask = async (question: string) => `of ${question}`;
    await settled(() => view.again(<Asker ask={ask} question="b" />));
    expect(await screen.findByText("of b")).toBeTruthy();
  });
});
