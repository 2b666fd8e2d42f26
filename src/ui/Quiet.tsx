import { Flex } from "@chakra-ui/react";
import NextLink from "next/link";
import type { ReactNode } from "react";
import { Action } from "./Action";

interface QuietProps {
  readonly title: string;
  /** 1 where it is all that a page has. */
  readonly level?: 1 | 2;
  readonly children?: ReactNode;
  readonly action?: { readonly name: string; readonly href: string };
}

/** A screen with nothing on it yet, or nothing any more: what is the case, and the next step. */
export function Quiet({ title, level = 2, children, action }: QuietProps) {
  return (
    <Flex
      direction="column"
      flex="1"
      align="flex-start"
      justify="center"
      gap="12px"
      px={{ base: "24px", md: "12%" }}
      maxW="760px"
    >
      <Flex as={`h${level}`} fontSize="heading" fontWeight={560} lineHeight="1.2">
        {title}
      </Flex>
      <Flex color="ash" fontSize="lead" maxW="56ch">
        {children}
      </Flex>
      {action && (
        <Action asChild look="main" mt="6px">
          <NextLink href={action.href}>{action.name}</NextLink>
        </Action>
      )}
    </Flex>
  );
}
