"use client";

import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";

// What a key or a move has changed is drawn before the next one is heard: the second of two quick ones acts on what the
// first has made.
notifyManager.setScheduler(queueMicrotask);

/** The cache of what the server has answered. */
export function Replies({ children }: { readonly children: ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          queries: {
            retry: 2,
            staleTime: 5000,
            refetchOnWindowFocus: false,
            // A station without its data would be blank: its page says what is wrong instead.
            throwOnError: (_error, query) => query.state.data === undefined,
          },
        },
      }),
  );
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
