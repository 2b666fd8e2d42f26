"use client";

import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { ThemeProvider } from "next-themes";
import { type ReactNode, useEffect, useState } from "react";
import { system } from "./theme/system";
import { FIRST_THEME, THEME_IDS } from "./theme/themes";

interface ProvidersProps {
  /** The page's one-time word, without which no inline script runs. */
  readonly nonce: string;
  readonly children: ReactNode;
}

/** What every page stands on: tokens and theme, and the cache of server data. */
export function Providers({ nonce, children }: ProvidersProps) {
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
  // From here on the page answers.
  useEffect(() => {
    document.documentElement.dataset.alive = "";
  }, []);
  return (
    <ThemeProvider
      attribute="class"
      themes={THEME_IDS}
      defaultTheme={FIRST_THEME}
      enableSystem={false}
      disableTransitionOnChange
      nonce={nonce}
    >
      <ChakraProvider value={system}>
        <QueryClientProvider client={client}>{children}</QueryClientProvider>
      </ChakraProvider>
    </ThemeProvider>
  );
}
