"use client";

import { Box, Flex, Grid, Input } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { type FormEvent, useState } from "react";
import { KIT_ITEMS, type KitItem, type KitList } from "@/contracts/kit";
import { Action } from "@/ui/Action";
import { useKitChange } from "./useKitChange";

/** What a person types for an item besides its name. */
export interface ItemField {
  readonly key: string;
  readonly label: string;
  readonly placeholder: string;
  /** What it is at first; empty where there is no usual value. */
  readonly usual: string;
  /** Names by value, where it is one of a list. */
  readonly choices?: Readonly<Record<string, string>>;
}

type Typed = Readonly<Record<string, string>>;

interface ItemListProps<List extends KitList> {
  readonly list: List;
  readonly title: string;
  readonly note: string;
  /** What one is called: `filter`. */
  readonly thing: string;
  readonly items: readonly (KitItem<List> & { readonly id: string })[];
  readonly fields: readonly ItemField[];
  /** What is said about an item beside its name. */
  readonly figures: (item: KitItem<List>) => string;
  readonly write: (item: KitItem<List>) => Typed;
  /** An item of what was typed, still unchecked; or what is wrong with it. */
  readonly read: (typed: Typed) => object | string;
}

const INPUT = { size: "sm", bg: "slate", fontFamily: "mono", _placeholder: { color: "ash" } } as const;

/** One list of small things of the kit: added, changed by choosing one, copied by a new name, taken out with undo. */
export function ItemList<List extends KitList>(props: ItemListProps<List>) {
  const { list, title, note, thing, items, fields, figures, write, read } = props;
  const { save, remove } = useKitChange();
  const blank: Typed = { name: "", ...Object.fromEntries(fields.map(({ key, usual }) => [key, usual])) };
  const [typed, setTyped] = useState<Typed>(blank);
  const [problem, setProblem] = useState<string | null>(null);
  const type = (key: string, text: string) => setTyped({ ...typed, [key]: text });
  const known = items.find((item) => item.name === typed.name?.trim());
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const given = read(typed);
    if (typeof given === "string") return setProblem(given);
    const checked = KIT_ITEMS[list].safeParse({ ...given, name: typed.name });
    if (!checked.success) return setProblem(checked.error.issues[0]?.message ?? "That cannot be used.");
    const { id: _, ...replaced } = known ?? { id: "" };
    save(list, checked.data as KitItem<List>, known && (replaced as KitItem<List>));
    setProblem(null);
    setTyped(blank);
  };
  return (
    <Box as="section" aria-label={title} mb="28px">
      <Box as="h2" fontSize="17px" fontWeight={600}>
        {title}
      </Box>
      <Box color="ash" fontSize="13px" mb="6px">
        {note}
      </Box>
      <Box as="ul" listStyleType="none">
        {items.map((item) => (
          <Flex as="li" key={item.id} align="center" gap="10px" py="5px" borderTopWidth="1px" borderColor="line">
            <Box
              as="button"
              flex="1"
              textAlign="left"
              aria-label={`Change ${item.name}`}
              color={known?.id === item.id ? "lamp" : "bone"}
              onClick={() => setTyped({ ...write(item), name: item.name })}
            >
              {item.name}
              <Box fontFamily="mono" fontSize="12px" color="ash">
                {figures(item)}
              </Box>
            </Box>
            <Box
              as="button"
              p="6px"
              aria-label={`Delete ${item.name}`}
              color="ash"
              _hover={{ color: "coral" }}
              onClick={() => remove(list, item)}
            >
              <Trash2 size={15} />
            </Box>
          </Flex>
        ))}
      </Box>
      <Grid as="form" gap="6px" pt="8px" borderTopWidth="1px" borderColor="line" onSubmit={submit}>
        <Input
          {...INPUT}
          borderColor="line"
          fontFamily="body"
          aria-label={`Name of the ${thing}`}
          placeholder={`Name of another ${thing}`}
          value={typed.name ?? ""}
          maxLength={80}
          onChange={(event) => type("name", event.target.value)}
        />
        <Flex gap="6px" align="end">
          {fields.map(({ key, label, placeholder, choices }) => (
            <Box key={key} flex="1" minW="0">
              <Box fontSize="11.5px" color="ash">
                {label}
              </Box>
              {choices ? (
                <Box asChild bg="slate" height="32px" width="100%" fontSize="12.5px">
                  <select
                    aria-label={`${label} of the ${thing}`}
                    value={typed[key]}
                    onChange={(event) => type(key, event.target.value)}
                  >
                    {Object.entries(choices).map(([value, called]) => (
                      <option key={value} value={value}>
                        {called}
                      </option>
                    ))}
                  </select>
                </Box>
              ) : (
                <Input
                  {...INPUT}
                  height="32px"
                  borderColor={problem ? "coral" : "line"}
                  aria-label={`${label} of the ${thing}`}
                  aria-invalid={problem !== null}
                  placeholder={placeholder}
                  value={typed[key] ?? ""}
                  onChange={(event) => type(key, event.target.value)}
                />
              )}
            </Box>
          ))}
          <Action type="submit" minHeight="32px" aria-label={known ? `Save the ${thing}` : `Add the ${thing}`}>
            {known ? (
              "Save"
            ) : (
              <>
                <Plus size={14} /> Add
              </>
            )}
          </Action>
        </Flex>
        {problem && (
          <Box color="coral" fontSize="12.5px" role="alert">
            {problem}
          </Box>
        )}
      </Grid>
    </Box>
  );
}
