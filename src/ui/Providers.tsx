"use client";

import { ChakraProvider } from "@chakra-ui/react";
import { ThemeProvider } from "next-themes";
import { type ReactNode, useEffect } from "react";
import { Replies } from "./Replies";
import { system } from "./theme/system";
import { FIRST_THEME, THEME_IDS } from "./theme/themes";

interface ProvidersProps {
  /** The page's one-time word, without which no inline script runs. */
  readonly nonce: string;
  readonly children: ReactNode;
}

/** What every page stands on: tokens and theme, and what the server has answered. */
export function Providers({ nonce, children }: ProvidersProps) {
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
        <Replies>{children}</Replies>
      </ChakraProvider>
    </ThemeProvider>
  );
}
