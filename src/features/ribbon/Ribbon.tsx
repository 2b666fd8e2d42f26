"use client";

import { Box } from "@chakra-ui/react";
import { useEffect, useMemo, useState } from "react";
import type { SiteReply } from "@/contracts/replies";
import { nightSpan, sampleNight, sunEvents } from "@/core/sky";
import { useSize } from "@/ui/useSize";
import { RibbonView } from "./RibbonView";

const SAMPLES = 289;
const MINUTE_MS = 60_000;

/** The night of an outing as one band, computed here from the site and the date. */
export function Ribbon({ site, date }: { readonly site: SiteReply; readonly date: string }) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [now, setNow] = useState<Date | null>(null);
  useEffect(() => {
    setNow(new Date());
    const timer = setInterval(() => setNow(new Date()), MINUTE_MS);
    return () => clearInterval(timer);
  }, []);
  const night = useMemo(() => {
    const span = nightSpan(date, site.longitudeDeg);
    const samples = sampleNight(site, span, SAMPLES, site.darkSkyMagPerArcsec2);
    return { span, samples, events: sunEvents(site, span) };
  }, [date, site]);
  return (
    <Box ref={ref} height={{ base: "64px", md: "104px" }} flexShrink="0" borderBottomWidth="1px" borderColor="line">
      {width > 0 && <RibbonView {...night} zone={site.zone} now={now} width={width} height={height} />}
    </Box>
  );
}
