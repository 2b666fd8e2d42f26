"use client";

import { Box, Flex, Grid, Input } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { Plus, Trash2 } from "lucide-react";
import { useForm } from "react-hook-form";
import type { z } from "zod";
import type { KitItem, KitList } from "@/contracts/kit";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { useKitChange } from "./useKitChange";

/** What a person types for an item besides its name. */
export interface ItemField {
  readonly key: string;
  readonly label: string;
  readonly placeholder: string;
  /** What it is at first; empty where there is no usual value. */
  readonly usual: string;
  /** Where it is one of a list. */
  readonly choices?: readonly { readonly value: string; readonly name: string }[];
}

type Typed = Record<string, string>;

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
  /** Makes an item of the name and what was typed. */
  readonly schema: z.ZodType<KitItem<List>>;
}

/** One list of small things of the kit: added, changed by choosing one, copied by a new name, taken out with undo. */
export function ItemList<List extends KitList>(props: ItemListProps<List>) {
  const { list, title, note, thing, items, fields, figures, write, schema } = props;
  const { save, remove } = useKitChange();
  const blank: Typed = Object.fromEntries([["name", ""], ...fields.map(({ key, usual }) => [key, usual])]);
  const form = useForm<Typed, unknown, KitItem<List>>({
    defaultValues: blank,
    resolver: zodResolver(schema as z.ZodType<KitItem<List>, Typed>),
  });
  const { register, setValue, reset, watch, handleSubmit } = form;
  const typed = watch();
  const problem = Object.values(form.formState.errors).find((error) => error !== undefined)?.message;
  const known = items.find((item) => item.name === typed.name?.trim());
  const submit = handleSubmit((item) => {
    const { id: _, ...replaced } = known ?? { id: "" };
    save(list, item, known && (replaced as KitItem<List>));
    reset(blank);
  });
  return (
    <Box as="section" aria-label={title} mb="28px">
      <Box as="h2" fontSize="title" fontWeight={600}>
        {title}
      </Box>
      <Box color="ash" fontSize="note" mb="6px">
        {note}
      </Box>
      <Box as="ul" listStyleType="none">
        {items.map((item) => (
          <Flex as="li" key={item.id} align="center" gap="10px" py="5px" borderTopWidth="1px">
            <Action
              look="tile"
              flex="1"
              aria-label={`Change ${item.name}`}
              color={known?.id === item.id ? "lamp" : "bone"}
              onClick={() => reset({ ...write(item), name: item.name })}
            >
              {item.name}
              <Box fontFamily="mono" fontSize="label" color="ash">
                {figures(item)}
              </Box>
            </Action>
            <Action
              look="icon"
              aria-label={`Delete ${item.name}`}
              _hover={{ color: "coral" }}
              onClick={() => remove(list, item)}
            >
              <Trash2 size={15} />
            </Action>
          </Flex>
        ))}
      </Box>
      <Grid as="form" gap="6px" pt="8px" borderTopWidth="1px" onSubmit={submit}>
        <Input
          size="sm"
          aria-label={`Name of the ${thing}`}
          placeholder={`Name of another ${thing}`}
          maxLength={80}
          {...register("name")}
        />
        <Flex gap="6px" align="end">
          {fields.map(({ key, label, placeholder, choices }) => (
            <Box key={key} flex="1" minW="0">
              <Box fontSize="label" color="ash">
                {label}
              </Box>
              {choices ? (
                <Choose
                  label={`${label} of the ${thing}`}
                  value={typed[key] ?? ""}
                  options={choices}
                  onChoose={(value) => setValue(key, value)}
                />
              ) : (
                <Input
                  size="sm"
                  fontFamily="mono"
                  aria-label={`${label} of the ${thing}`}
                  aria-invalid={problem !== undefined}
                  placeholder={placeholder}
                  {...register(key)}
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
          <Box color="coral" fontSize="note" role="alert">
            {problem}
          </Box>
        )}
      </Grid>
    </Box>
  );
}
