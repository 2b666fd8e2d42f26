/** @jest-environment jsdom */
import { act, fireEvent, screen } from "@testing-library/react";
import { ProblemError, sendJson, uploadFile } from "@/features/api/client";
import { show } from "@/ui/testing/show";
import { type BrokenImport, useImport } from "./useImport";

jest.mock("@/features/api/client", () => ({
  ...jest.requireActual("@/features/api/client"),
  sendJson: jest.fn(),
  uploadFile: jest.fn(),
}));
const sent = jest.mocked(sendJson);
const uploaded = jest.mocked(uploadFile);
const runId = "run-1";

interface SenderProps {
  readonly files: readonly File[];
  readonly broken?: BrokenImport;
}

function Sender({ files, broken }: SenderProps) {
  const { uploads, progress, busy, problem, send } = useImport("shot-1");
  return (
    <>
      <button type="button" onClick={() => void send(files, broken)}>
        send
      </button>
      <output>{busy ? "busy" : "rests"}</output>
      <p>{problem}</p>
      <pre>{`${progress.done}/${progress.total}`}</pre>
      <ul>
        {uploads.map(({ id, name, share, state, reason }) => (
          <li key={id}>{`${name} ${state} ${share} ${reason ?? ""}`.trim()}</li>
        ))}
      </ul>
    </>
  );
}

const files = ["a.jpg", "b & c.jpg", "d.zip"].map((name) => new File(["x"], name));
const rows = () => screen.queryAllByRole("listitem").map(({ textContent }) => textContent);
const press = () => act(async () => void fireEvent.click(screen.getByText("send")));

beforeEach(() => {
  jest.resetAllMocks();
  sent.mockResolvedValue({ id: runId });
});

describe("importing files", () => {
  it("opens a batch, sends each file into it by name, and closes it", async () => {
    uploaded.mockResolvedValue({ taken: 1, refused: [] });
    show(<Sender files={files} />);
    await press();
    expect(rows()).toEqual(["a.jpg taken 1", "b & c.jpg taken 1", "d.zip taken 1"]);
    expect(uploaded.mock.calls.map(([url]) => url)).toEqual([
      "/api/runs/run-1/files?name=a.jpg",
      "/api/runs/run-1/files?name=b%20%26%20c.jpg",
      "/api/runs/run-1/files?name=d.zip",
    ]);
    expect(sent.mock.calls.map(([method, url]) => [method, url])).toEqual([
      ["POST", "/api/shots/shot-1/imports"],
      ["POST", "/api/runs/run-1/finish"],
    ]);
    expect(screen.getByRole("status").textContent).toBe("rests");
  });

  it("goes on with an import that broke off: what is there by name and size is passed over, and the batch is closed", async () => {
    uploaded.mockResolvedValue({ taken: 1, refused: [] });
    const broken = {
      runId: "run-0",
      frames: [
        { name: "a.jpg", bytes: 1, rawBytes: null },
        { name: "b & c.jpg", bytes: 2, rawBytes: 3 },
      ],
    };
    show(<Sender files={files} broken={broken} />);
    await press();
    // One of them is there under its name and of another size: it is sent again.
    expect(uploaded.mock.calls.map(([url]) => url)).toEqual([
      "/api/runs/run-0/files?name=b%20%26%20c.jpg",
      "/api/runs/run-0/files?name=d.zip",
    ]);
    expect(sent.mock.calls.map(([, url]) => url)).toEqual(["/api/runs/run-0/finish"]);
    expect(rows()).toEqual(["a.jpg taken 1", "b & c.jpg taken 1", "d.zip taken 1"]);
    expect(screen.getByText("3/3")).toBeTruthy();
  });

  it("sends two at once and no more, and shows how far each is", async () => {
    const ends: (() => void)[] = [];
    uploaded.mockImplementation((_url, _file, _schema, onProgress) => {
      onProgress(0.25);
      return new Promise((resolve) => ends.push(() => resolve({ taken: 1, refused: [] } as never)));
    });
    show(<Sender files={files} />);
    await press();
    expect(rows()).toEqual(["a.jpg sending 0.25", "b & c.jpg sending 0.25", "d.zip waiting 0"]);
    expect(screen.getByRole("status").textContent).toBe("busy");
    await act(async () => ends[0]!());
    expect(rows()[2]).toBe("d.zip sending 0.25");
    await act(async () => {
      ends[1]!();
      ends[2]!();
    });
    expect(screen.getByRole("status").textContent).toBe("rests");
  });

  it("says why a file was refused, each of an archive by name, and goes on with the others", async () => {
    uploaded
      .mockResolvedValueOnce({ taken: 0, refused: [{ name: "a.jpg", reason: "It breaks off." }] })
      .mockRejectedValueOnce(new ProblemError("refused", "The disk is full."))
      .mockResolvedValueOnce({
        taken: 1,
        refused: [
          { name: "x.txt", reason: "It is no picture." },
          { name: "y.jpg", reason: "It is there already." },
        ],
      });
    show(<Sender files={files} />);
    await press();
    expect(rows()).toEqual([
      "a.jpg refused 1 It breaks off.",
      "b & c.jpg refused 0 The disk is full.",
      "d.zip refused 1 x.txt: It is no picture. y.jpg: It is there already.",
    ]);
    expect(sent.mock.lastCall?.[1]).toBe("/api/runs/run-1/finish");
  });

  it("does not send what is large and begins like no picture, and opens no batch for such files alone", async () => {
    // This stand-in for a browser cannot read a part of a file.
    const large = (name: string, head: readonly number[]) =>
      Object.assign(new File([new Uint8Array(2e6)], name), {
        slice: () => ({ arrayBuffer: async () => Uint8Array.from(head).buffer }),
      });
    const film = large("film.mp4", [0, 0, 0, 0x18]);
    uploaded.mockResolvedValue({ taken: 1, refused: [] });
    const { again } = show(<Sender files={[film]} />);
    await press();
    expect(rows()[0]).toMatch(/^film.mp4 refused 0 This is no picture .* it was not sent.$/);
    expect(sent).not.toHaveBeenCalled();
    expect(screen.getByRole("status").textContent).toBe("rests");
    again(<Sender files={[film, large("large.jpg", [0xff, 0xd8, 0xff, 0xe0])]} />);
    await press();
    expect(uploaded.mock.calls.map(([url]) => url)).toEqual(["/api/runs/run-1/files?name=large.jpg"]);
  });

  it("sends nothing where no batch can be opened, or nothing was given", async () => {
    sent.mockRejectedValue(new ProblemError("not-found", "There is no such shot."));
    const { again } = show(<Sender files={files} />);
    await press();
    expect(screen.getByText("There is no such shot.")).toBeTruthy();
    expect(uploaded).not.toHaveBeenCalled();
    sent.mockClear();
    again(<Sender files={[]} />);
    await press();
    expect(sent).not.toHaveBeenCalled();
  });
});
