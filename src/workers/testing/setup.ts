// Tests have no workers: what would run in one is called in place.
jest.mock("@/workers/clients", () => jest.requireActual("./clients"));
