"use client";

import { Box, Flex, Grid, Menu, Portal } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useState } from "react";
import { phoneRequest } from "@/contracts/kit";
import { GENERIC_PHONE } from "@/core/camera";
import { useKit } from "@/features/api/queries";
import { Action } from "@/ui/Action";
import { AssumedFigures } from "./AssumedFigures";
import { KitFile } from "./KitFile";
import { PhoneForm } from "./PhoneForm";
import { SmallKit } from "./SmallKit";
import { useKitChange } from "./useKitChange";

const USUAL = "";

/** A name for a new phone that none has yet. */
function newName(taken: readonly string[]): string {
  const names = Array.from({ length: taken.length + 1 }, (_, i) => (i === 0 ? "My phone" : `My phone ${i + 1}`));
  return names.find((name) => !taken.includes(name)) ?? "My phone";
}

/** Kit: the phones, filters, clip-on lenses and supports that recipes are made for. */
export function KitPage() {
  const [chosen, setChosen] = useState<string | null>(null);
  const { save, remove } = useKitChange();
  const kit = useKit().data;
  if (!kit) return <Box flex="1" />;
  const phone = kit.phones.find(({ name }) => name === chosen) ?? kit.phones[0];
  const addPhone = (like: string) => {
    const name = newName(kit.phones.map((each) => each.name));
    const { profile } = kit.phones.find((each) => each.name === like) ?? GENERIC_PHONE;
    save("phones", phoneRequest.parse({ name, profile }));
    setChosen(name);
  };
  return (
    <Grid flex="1" minH="0" overflowY="auto" templateColumns={{ base: "1fr", md: "minmax(400px, 2fr) 5fr" }}>
      <Box px="24px" py="20px" borderRightWidth={{ base: 0, md: "1px" }} borderColor="line">
        <Box as="h1" fontSize="heading" fontWeight={640} mb="14px">
          Kit
        </Box>
        <SmallKit kit={kit} />
        <KitFile kit={kit} />
      </Box>
      <Box px={{ base: "24px", md: "32px" }} py="20px">
        <Flex gap="14px" align="center" wrap="wrap" mb="10px">
          <Box as="h2" fontSize="title" fontWeight={600}>
            Phones
          </Box>
          {kit.phones.map(({ id, name }) => (
            <Action
              look="text"
              key={id}
              minH="32px"
              color={name === phone?.name ? "lamp" : "bone"}
              aria-pressed={name === phone?.name}
              onClick={() => setChosen(name)}
            >
              {name}
            </Action>
          ))}
          <Menu.Root onSelect={({ value }) => addPhone(value)}>
            <Menu.Trigger asChild>
              <Action minHeight="32px">
                <Plus size={14} /> Add a phone
              </Action>
            </Menu.Trigger>
            <Portal>
              <Menu.Positioner>
                <Menu.Content>
                  <Menu.Item value={USUAL}>like the usual phone</Menu.Item>
                  {kit.phones.map(({ id, name }) => (
                    <Menu.Item key={id} value={name}>{`like ${name}`}</Menu.Item>
                  ))}
                </Menu.Content>
              </Menu.Positioner>
            </Portal>
          </Menu.Root>
        </Flex>
        {phone ? (
          <PhoneForm
            key={phone.name}
            phone={{ name: phone.name, profile: phone.profile }}
            onSave={(next) => {
              const replaced = next.name === phone.name ? { name: phone.name, profile: phone.profile } : undefined;
              save("phones", next, replaced);
              setChosen(next.name);
            }}
            onDelete={() => remove("phones", phone)}
          />
        ) : (
          <Box color="ash" maxW="560px">
            No phone yet: recipes are worked out for a usual one. Add yours with its usual numbers, and put in what you
            have measured.
          </Box>
        )}
        <AssumedFigures figures={kit.figures} />
      </Box>
    </Grid>
  );
}
