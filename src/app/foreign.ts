const LOCAL_HOST = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/** Whether a request is for a name that only pretends to be this machine, or comes from a page of another origin. */
export function isForeign(headers: Headers): boolean {
  const host = headers.get("host") ?? "";
  if (!LOCAL_HOST.test(host)) return true;
  const origin = headers.get("origin");
  // This machine speaks no TLS: a page of https, though of the same name, is another's.
  return origin !== null && origin !== `http://${host}`;
}

/** Said to whoever asks so. */
export const FOREIGN = { code: "foreign-request", message: "This address only answers to its own pages." } as const;
