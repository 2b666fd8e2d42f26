"use client";

import { Box, Flex } from "@chakra-ui/react";
import { CircleHelp, Moon, Search, Sun } from "lucide-react";
import NextLink from "next/link";
import { useTheme } from "next-themes";
import type { ReactNode } from "react";
import { Action } from "../Action";
import { FIRST_THEME, THEME_IDS, THEMES, themeNamed } from "../theme/themes";

interface TitleRowProps {
  readonly children?: ReactNode;
  readonly onHelp: () => void;
  readonly onPalette: () => void;
}

function RowButton({
  label,
  onClick,
  children,
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Action
      look="icon"
      aria-label={label}
      title={label}
      onClick={onClick}
      color="ash"
      _hover={{ color: "bone" }}
      p="8px"
    >
      {children}
    </Action>
  );
}

/** The first row of every page: the wordmark, where one is, theme and help. */
export function TitleRow({ children, onHelp, onPalette }: TitleRowProps) {
  const { resolvedTheme, setTheme } = useTheme();
  const other = THEME_IDS[(THEME_IDS.indexOf(themeNamed(resolvedTheme)) + 1) % THEME_IDS.length] ?? FIRST_THEME;
  const { name, kind, scheme } = THEMES[other];
  const Sign = scheme === "dark" ? Moon : Sun;
  return (
    <Flex
      as="header"
      height="40px"
      flexShrink="0"
      align="center"
      px="16px"
      gap="16px"
      borderBottomWidth="1px"
      borderColor="line"
    >
      <Box asChild fontWeight={640} fontSize="title" letterSpacing="0.02em" fontStretch="88%">
        <NextLink href="/" aria-label="aevumen, all outings">
          a
          <Box as="span" display={{ base: children ? "none" : "inline", md: "inline" }}>
            evumen
          </Box>
          <Box as="span" color="lamp" aria-hidden>
            ·
          </Box>
        </NextLink>
      </Box>
      <Flex
        flex="1"
        minW="0"
        direction={{ base: "column", md: "row" }}
        align={{ base: "stretch", md: "center" }}
        gap={{ base: "0", md: "14px" }}
        overflow="hidden"
        whiteSpace="nowrap"
      >
        {children}
      </Flex>
      <Flex suppressHydrationWarning>
        <RowButton label="Find and do (;)" onClick={onPalette}>
          <Search size={18} />
        </RowButton>
        <RowButton label={`Change to the ${kind} theme, ${name}`} onClick={() => setTheme(other)}>
          <Sign size={18} />
        </RowButton>
        <RowButton label="Help and keys (?)" onClick={onHelp}>
          <CircleHelp size={18} />
        </RowButton>
      </Flex>
    </Flex>
  );
}
