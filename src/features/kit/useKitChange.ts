import { useMutation, useQueryClient } from "@tanstack/react-query";
import { z } from "zod";
import { KIT_ITEMS, type KitItem, type KitList } from "@/contracts/kit";
import { errorText, sendJson } from "@/features/api/client";
import { notice } from "@/ui/Notice";

interface Request {
  readonly method: "POST" | "PUT" | "DELETE";
  readonly url: string;
  readonly body?: unknown;
}

interface KitChange {
  /** Adds an item or replaces the one of its name, with an undo that brings back what it replaced. */
  readonly save: <List extends KitList>(list: List, item: KitItem<List>, replaced?: KitItem<List>) => void;
  readonly remove: <List extends KitList>(list: List, item: KitItem<List> & { readonly id: string }) => void;
  readonly take: (kit: unknown) => void;
}

/** What can be done to the kit; each change says what it did. */
export function useKitChange(): KitChange {
  const client = useQueryClient();
  const { mutate } = useMutation({
    mutationFn: ({ method, url, body }: Request) => sendJson(method, url, body, z.unknown()),
    onSettled: () => client.invalidateQueries({ queryKey: ["kit"] }),
    onError: (error) => notice({ tone: "wrong", text: errorText(error) }),
  });
  const put = <List extends KitList>(list: List, item: KitItem<List>) =>
    mutate({ method: "PUT", url: `/api/kit/${list}`, body: item });
  return {
    save: (list, item, replaced) => {
      put(list, item);
      notice({ tone: "said", text: `${item.name} is saved.`, undo: replaced && (() => put(list, replaced)) });
    },
    remove: (list, item) => {
      mutate({ method: "DELETE", url: `/api/kit/${list}/${item.id}` });
      const { id: _, ...before } = item;
      const again = KIT_ITEMS[list].parse(before) as KitItem<typeof list>;
      notice({ tone: "said", text: `${item.name} is out of the kit.`, undo: () => put(list, again) });
    },
    take: (kit) => mutate({ method: "POST", url: "/api/kit", body: kit }),
  };
}
