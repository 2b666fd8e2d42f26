import { useMutation, useQueryClient } from "@tanstack/react-query";
import { KIT_ITEMS, type KitItem, type KitList, type KitReply } from "@/contracts/kit";
import { doneReply } from "@/contracts/replies";
import { ASSUMED, type AssumptionId } from "@/core/assumed";
import { errorText, sendJson } from "@/features/api/client";
import { shownIn, useChange } from "@/features/api/useChange";
import { notice } from "@/ui/Notice";

interface Request {
  readonly method: "POST" | "DELETE";
  readonly url: string;
  readonly body?: unknown;
}

interface KitChange {
  /** Adds an item or replaces the one of its name, with an undo that brings back what it replaced. */
  readonly save: <List extends KitList>(list: List, item: KitItem<List>, replaced?: KitItem<List>) => void;
  readonly remove: <List extends KitList>(list: List, item: KitItem<List> & { readonly id: string }) => void;
  readonly take: (kit: unknown) => void;
}

/** Where a list of the kit is kept and shown; what is new shows once it has been kept. */
const draftOf = <List extends KitList>(list: List) => ({
  method: "PUT" as const,
  url: `/api/kit/${list}`,
  shown: [
    shownIn<KitReply, KitItem<List>>(["kit"], (kit, item) => ({
      ...kit,
      [list]: kit[list].map((each) => (each.name === item.name ? { ...each, ...item } : each)),
    })),
  ],
});

/** What an item is called where it is spoken of. */
const spoken = <List extends KitList>(list: List, { name }: KitItem<List>): string =>
  list === "figures" ? ASSUMED[name as AssumptionId].name : name;

/** What can be done to the kit; each change says what it did. */
export function useKitChange(): KitChange {
  const client = useQueryClient();
  const change = useChange();
  const { mutate } = useMutation({
    mutationFn: ({ method, url, body }: Request) => sendJson(method, url, body, doneReply),
    onSettled: () => client.invalidateQueries({ queryKey: ["kit"] }),
    onError: (error) => notice({ tone: "wrong", text: errorText(error) }),
  });
  return {
    save: (list, item, was) => void change(draftOf(list), { part: item, was, said: `${spoken(list, item)} is saved.` }),
    remove: (list, item) => {
      mutate({ method: "DELETE", url: `/api/kit/${list}/${item.id}` });
      const { id: _, ...before } = item;
      const again = KIT_ITEMS[list].parse(before) as KitItem<typeof list>;
      notice({
        tone: "said",
        text: list === "figures" ? `${spoken(list, item)} is as assumed.` : `${item.name} is out of the kit.`,
        undo: () => void change(draftOf(list), { part: again }),
      });
    },
    take: (kit) => mutate({ method: "POST", url: "/api/kit", body: kit }),
  };
}
