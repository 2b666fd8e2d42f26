"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { DateTime } from "luxon";
import NextLink from "next/link";
import { useRouter } from "next/navigation";
import { z } from "zod";
import type { outingRequest } from "@/contracts/requests";
import { errorText, sendJson } from "@/features/api/client";
import { useOutings, useSites } from "@/features/api/queries";
import { Tonight } from "@/features/tonight/Tonight";
import type { NamedIntent } from "@/features/tonight/TonightPictures";
import { Action } from "@/ui/Action";
import { Shell } from "@/ui/shell/Shell";
import { OutingForm } from "./OutingForm";
import { OutingList } from "./OutingList";

const created = z.object({ outing: z.object({ id: z.uuid() }), shotId: z.uuid() });

/** The first page: what to take tonight, outings to go on with, a new one, or straight to fusing files. */
export function Home({ intents }: { readonly intents: readonly NamedIntent[] }) {
  const outings = useOutings();
  const sites = useSites();
  const router = useRouter();
  const create = useMutation({
    mutationFn: (request: z.infer<typeof outingRequest>) => sendJson("POST", "/api/outings", request, created),
    onSuccess: ({ outing, shotId }, request) =>
      router.push(`/outings/${outing.id}/shots/${shotId}/${request.site || request.siteId ? "night" : "sift"}`),
  });
  const today = DateTime.now();
  return (
    <Shell>
      <Grid
        flex="1"
        minH="0"
        templateColumns={{ base: "1fr", md: "1fr 340px" }}
        // On a phone one part follows the other, each as tall as it is.
        autoRows="max-content"
        templateRows={{ base: "none", md: "minmax(0, 1fr)" }}
        overflowY={{ base: "auto", md: "hidden" }}
      >
        <Flex
          direction="column"
          minH="0"
          overflowY={{ md: "auto" }}
          px={{ base: "16px", md: "32px" }}
          pt={{ base: "16px", md: "22px" }}
          pb="24px"
          gap="18px"
        >
          <Tonight intents={intents} sites={sites.data} newest={outings.data?.[0]?.siteName} />
          {outings.error && <Box color="coral">{errorText(outings.error)}</Box>}
          {outings.data && <OutingList outings={outings.data} />}
        </Flex>
        <Box
          borderLeftWidth={{ base: 0, md: "1px" }}
          borderColor="line"
          px={{ base: "16px", md: "28px" }}
          py={{ base: "24px", md: "26px" }}
          overflowY={{ md: "auto" }}
        >
          <Box as="h2" fontSize="title" fontWeight={600}>
            Frames on disk already?
          </Box>
          <Box color="ash" mt="4px" mb="12px">
            Drop them, fuse them, take the 16-bit result.
          </Box>
          <Action
            disabled={create.isPending}
            onClick={() =>
              create.mutate({ name: `Own files, ${today.toFormat("d LLLL")}`, date: today.toISODate(), site: null })
            }
          >
            Fuse my own files
          </Action>
          <Flex mt="34px" mb="10px" justify="space-between" align="baseline">
            <Box as="h2" fontSize="title" fontWeight={600}>
              A new outing
            </Box>
            <Flex gap="14px" color="mist" fontSize="note">
              <NextLink href="/sites">All sites, on the map</NextLink>
              <NextLink href="/kit">Kit</NextLink>
            </Flex>
          </Flex>
          {(sites.data || sites.error) && (
            <OutingForm
              sites={sites.data ?? []}
              busy={create.isPending}
              problem={create.error ? errorText(create.error) : null}
              onSubmit={(request) => create.mutate(request)}
            />
          )}
        </Box>
      </Grid>
    </Shell>
  );
}
