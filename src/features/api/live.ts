"use client";

import { useSyncExternalStore } from "react";

/** How long after the application turned a stream away it is asked again. */
const ASK_AGAIN_MS = 2000;

const broken = new Set<object>();
const watchers = new Set<() => void>();
const tell = () => {
  for (const watcher of watchers) watcher();
};
const subscribe = (watcher: () => void) => {
  watchers.add(watcher);
  return () => watchers.delete(watcher);
};

/** Whether everything that the page follows comes as it happens. */
export const useIsLive = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => broken.size === 0,
    () => true,
  );

/**
 * Follows a stream of server-sent events until it is told to stop. The browser opens a stream anew that breaks off; one that
 * the application turns away, which the browser gives up, is opened here after a while.
 *
 * @param addressFrom Where the stream is, given the id of the last event that came.
 * @returns What stops it.
 */
export function followEvents(addressFrom: () => string, onData: (data: unknown) => void): () => void {
  const own = {};
  let source: EventSource;
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const setBroken = (is: boolean) => {
    if (broken.has(own) === is) return;
    if (is) broken.add(own);
    else broken.delete(own);
    tell();
  };
  const open = () => {
    source = new EventSource(addressFrom());
    source.onopen = () => setBroken(false);
    source.onmessage = ({ data }) => onData(JSON.parse(String(data)));
    source.onerror = () => {
      setBroken(true);
      if (source.readyState !== EventSource.CLOSED) return;
      waiting = setTimeout(open, ASK_AGAIN_MS);
    };
  };
  open();
  return () => {
    clearTimeout(waiting);
    source.close();
    setBroken(false);
  };
}
