"use client";

import { Box, Flex } from "@chakra-ui/react";
import NextLink from "next/link";
import { usePathname } from "next/navigation";
import { type Ref, useEffect, useRef } from "react";

interface StationThreadProps {
  readonly stations: readonly {
    readonly href: string;
    readonly name: string;
    /** Whether it has what it needs. */
    readonly bead: boolean;
  }[];
  /** What the one that is open is for; null for who knows. */
  readonly purpose: string | null;
}

/** A screen on which they do not all fit. Asked first: to measure the page would make it lay out everything at once. */
const NARROW = "(max-width: 48rem)";

/** The thread of stations, each with a bead once it has what it needs. */
export function StationThread({ stations, purpose }: StationThreadProps) {
  const pathname = usePathname();
  const here = useRef<HTMLAnchorElement>(null);
  // Where not all stations fit, the one that is open is in the middle.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another page is another place, and stations come late
  useEffect(() => {
    if (window.matchMedia?.(NARROW).matches) here.current?.scrollIntoView({ inline: "center", block: "nearest" });
  }, [pathname, stations.length]);
  return (
    <Flex
      align={{ md: "center" }}
      direction={{ base: "column", md: "row" }}
      borderBottomWidth="1px"
      borderColor="line"
      flexShrink="0"
    >
      <Thread stations={stations} here={here} pathname={pathname} />
      {purpose && (
        <Box
          color="ash"
          fontSize="note"
          ml={{ md: "auto" }}
          px="16px"
          pb={{ base: "6px", md: "0" }}
          textAlign={{ md: "right" }}
        >
          {purpose}
        </Box>
      )}
    </Flex>
  );
}

interface ThreadProps extends Pick<StationThreadProps, "stations"> {
  readonly here: Ref<HTMLAnchorElement>;
  readonly pathname: string;
}

function Thread({ stations, here, pathname }: ThreadProps) {
  return (
    <Flex
      as="nav"
      aria-label="Stations"
      height="36px"
      flexShrink="0"
      align="stretch"
      pl="16px"
      position="relative"
      gap={{ base: "18px", md: "34px" }}
      overflowX="auto"
      overflowY="hidden"
      scrollbarWidth="none"
      // Where not all stations fit, the last one fades: there are more.
      maskImage={{ base: "linear-gradient(to right, black 82%, transparent)", md: "none" }}
      pr={{ base: "18%", md: "16px" }}
    >
      {stations.map(({ href, name, bead }) => {
        const isHere = pathname === href;
        return (
          <Flex
            asChild
            key={href}
            align="center"
            gap="8px"
            flexShrink="0"
            color={isHere ? "lamp" : "bone"}
            fontWeight={isHere ? 620 : 420}
            fontStretch="94%"
          >
            <NextLink ref={isHere ? here : undefined} href={href} aria-current={isHere ? "page" : undefined}>
              <Box
                aria-hidden
                width="8px"
                height="8px"
                borderRadius="50%"
                borderWidth="1.5px"
                borderColor={bead ? "moss" : "ash"}
                bg={bead ? "moss" : "transparent"}
              />
              {name}
              {bead && <Box srOnly>, has what it needs</Box>}
            </NextLink>
          </Flex>
        );
      })}
    </Flex>
  );
}
