import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import type { z } from "zod";
import { type PhoneReply, type phoneLink, phoneReply } from "@/contracts/phoneReply";
import type { CheckedPhone, CheckedSettings } from "@/core/checklist";
import { getJson, sendJson } from "@/features/api/client";

/** The linked phone as the list before a run needs it. */
const checkedOf = ({ settings, status }: PhoneReply): CheckedPhone => ({
  settings,
  batteryPercent: status.batteryPercent,
  freeBytes: status.freeBytes,
});

/** The phone that runs go to: what it says of itself, and how it is set; null while it is on its way or out of reach. */
export function usePhone() {
  const client = useQueryClient();
  const query = useQuery({
    queryKey: ["phone"],
    queryFn: () => getJson("/api/phone", phoneReply),
    throwOnError: false,
  });
  const set = useMutation({
    mutationFn: (change: Partial<CheckedSettings>) => sendJson("PATCH", "/api/phone", change, phoneReply),
    onSuccess: (phone) => client.setQueryData(["phone"], phone),
  });
  const link = useMutation({
    mutationFn: (wanted: z.input<typeof phoneLink> | null) =>
      wanted === null
        ? sendJson("DELETE", "/api/phone/link", {}, phoneReply)
        : sendJson("PUT", "/api/phone/link", wanted, phoneReply),
    onSuccess: (phone) => client.setQueryData(["phone"], phone),
  });
  const phone = query.data ?? null;
  return { link, phone, checked: phone && checkedOf(phone), isAway: query.isError, ask: query.refetch, set };
}
