"use client";

import { Box, Flex, Input } from "@chakra-ui/react";
import { DateTime } from "luxon";
import NextLink from "next/link";
import { useState } from "react";
import type { OutingListReply } from "@/contracts/replies";
import { smallUrl } from "@/features/api/pictures";

/** So many fit under the picture; from more on one looks for a name rather than through the list. */
const SEARCHED_FROM = 8;

/** Where an outing goes on: its files, its pictures, or its night. */
function placeOf({ id, firstShotId, siteName, pictureHash }: OutingListReply[number]): string {
  if (firstShotId === null) return "/";
  const station = siteName === null ? "sift" : pictureHash ? "stack" : "night";
  return `/outings/${id}/shots/${firstShotId}/${station}`;
}

const holds = (text: string | null, wanted: string): boolean => text?.toLowerCase().includes(wanted) ?? false;

/** All outings, the latest night first; many can be searched by name, place and date. */
export function OutingList({ outings }: { readonly outings: OutingListReply }) {
  const [search, setSearch] = useState("");
  const wanted = search.trim().toLowerCase();
  const dated = (date: string) => DateTime.fromISO(date).toFormat("d LLL yyyy");
  const today = DateTime.now().toISODate();
  const found = outings.filter(
    ({ name, siteName, date }) => holds(name, wanted) || holds(siteName, wanted) || holds(dated(date), wanted),
  );
  return (
    <>
      {outings.length >= SEARCHED_FROM && (
        <Input
          size="sm"
          mb="8px"
          bg="slate"
          borderColor="line"
          aria-label="Search outings"
          placeholder={`Search ${outings.length} outings by name, place or date`}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
      )}
      {wanted !== "" && found.length === 0 && (
        <Box color="ash">No outing is called that, stands there or was then.</Box>
      )}
      <Box as="ul" listStyleType="none">
        {found.map((outing) => (
          <Box as="li" key={outing.id} borderTopWidth="1px" borderColor="line">
            <Flex asChild py="9px" gap="18px" align="center" _hover={{ color: "lamp" }}>
              <NextLink href={placeOf(outing)}>
                <Box fontFamily="mono" fontSize="note" color="ash" width="104px" flexShrink="0">
                  {outing.date === today ? "tonight" : dated(outing.date)}
                </Box>
                <Box minW="0" flex="1">
                  <Box fontSize="title" fontWeight={560} overflowWrap="anywhere">
                    {outing.name}
                  </Box>
                  <Box color="ash" fontSize="note">
                    {outing.siteName ?? "own files, no site"}
                  </Box>
                </Box>
                {outing.pictureHash && (
                  <Box asChild width="72px" height="48px" objectFit="cover" flexShrink="0">
                    <img src={smallUrl(outing.pictureHash)} alt={`Newest picture: ${outing.name}`} />
                  </Box>
                )}
              </NextLink>
            </Flex>
          </Box>
        ))}
      </Box>
    </>
  );
}
