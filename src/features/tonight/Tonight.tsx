"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { z } from "zod";
import { type SiteReply, tonightReply } from "@/contracts/replies";
import type { tonightRequest } from "@/contracts/requests";
import type { IntentId } from "@/core/intent";
import { errorText, sendJson } from "@/features/api/client";
import { WITH_WEATHER } from "@/features/night/weatherWords";
import { Choose } from "@/ui/Choose";
import { type NamedIntent, TonightPictures } from "./TonightPictures";
import { useNextWindows } from "./useNextWindows";
import { usePlace } from "./usePlace";

/** Asked once, and by most never. */
const PlaceQuestion = dynamic(() => import("./PlaceQuestion").then((module) => module.PlaceQuestion), { ssr: false });

interface TonightProps {
  readonly intents: readonly NamedIntent[];
  /** Undefined until they are there. */
  readonly sites: readonly SiteReply[] | undefined;
  /** Where the newest outing goes. */
  readonly newest: string | null | undefined;
}

/** From the question to a picture before it is taken: a press plans the shot, asking for a place only where there is none. */
export function Tonight({ intents, sites, newest }: TonightProps) {
  const [site, choose] = usePlace(sites, newest);
  const windows = useNextWindows(site);
  const router = useRouter();
  const [asked, setAsked] = useState<IntentId | null>(null);
  const plan = useMutation({
    mutationFn: (request: z.infer<typeof tonightRequest>) => sendJson("POST", "/api/tonight", request, tonightReply),
    onSuccess: ({ outingId, shotId }) => router.push(`/outings/${outingId}/shots/${shotId}/rehearse`),
  });
  // The page that comes takes a moment after the answer.
  const planned = plan.isPending || plan.isSuccess ? plan.variables.intent : null;
  const problem = plan.error ? errorText(plan.error) : null;
  return (
    <Box>
      <Flex justify="space-between" align="flex-end" gap="6px 20px" wrap="wrap" mb="12px">
        <Box as="h1" fontSize={{ base: "title", md: "display" }} fontWeight={540} lineHeight="1.1" fontStretch="92%">
          What shall it be tonight?
        </Box>
        {site && sites && (
          <Flex align="center" gap="8px" color="ash" fontSize="note">
            {`Best times ${WITH_WEATHER}, at`}
            <Choose
              size="xs"
              label="Where"
              maxWidth="220px"
              value={site.id}
              options={sites.map(({ id, name }) => ({ value: id, name }))}
              onChoose={choose}
            />
          </Flex>
        )}
      </Flex>
      {problem && !asked && (
        <Box role="alert" color="coral" mb="8px">
          {problem}
        </Box>
      )}
      <TonightPictures
        intents={intents}
        site={site}
        windows={windows}
        planned={planned}
        onChoose={(intent) => (site ? plan.mutate({ intent, siteId: site.id }) : setAsked(intent))}
      />
      {asked && (
        <PlaceQuestion
          planned={intents.find(({ id }) => id === asked)?.name ?? null}
          busy={planned !== null}
          problem={problem}
          onPlace={(place) => asked && plan.mutate({ intent: asked, site: place })}
          onClose={() => setAsked(null)}
        />
      )}
    </Box>
  );
}
