"use client";

import { Box, Dialog, Flex, Portal } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { LocateFixed } from "lucide-react";
import dynamic from "next/dynamic";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { placesReply } from "@/contracts/replies";
import { siteName } from "@/contracts/site";
import { typedCoordinates } from "@/contracts/typed";
import { type NamedPlace, printCoordinates } from "@/core/formats";
import type { Coordinates } from "@/core/sky";
import { getJson } from "@/features/api/client";
import { PlaceSearch } from "@/features/sites/PlaceSearch";
import { Action } from "@/ui/Action";
import { TextField } from "@/ui/TextField";

const WorldMap = dynamic(() => import("@/features/sites/WorldMap").then(({ WorldMap }) => WorldMap), { ssr: false });

interface PlaceQuestionProps {
  /** What will be planned there. */
  readonly planned: string | null;
  readonly busy: boolean;
  readonly problem: string | null;
  readonly onPlace: (place: NamedPlace) => void;
  readonly onClose: () => void;
}

const typedPlace = z.object({ name: siteName, coordinates: typedCoordinates });
const NAMELESS = "Here";

/** The town that a place is nearest to, by which it is called until somebody names it. */
async function nameOf({ latitudeDeg, longitudeDeg }: Coordinates): Promise<string> {
  const near = await getJson(`/api/places?near=${latitudeDeg},${longitudeDeg}`, placesReply);
  return near[0]?.name ?? NAMELESS;
}

/** Asks once where one will be: a town, a point of the map, coordinates, or the device's own place where it is allowed to say. */
export function PlaceQuestion({ planned, busy, problem, onPlace, onClose }: PlaceQuestionProps) {
  return (
    <Dialog.Root open onOpenChange={(change) => !change.open && onClose()} size="lg">
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.700" />
        <Dialog.Positioner>
          <Dialog.Content bg="slate" borderRadius="part" boxShadow="none" borderWidth="1px" borderColor="line">
            <Dialog.Header pb="4px" justifyContent="space-between">
              <Dialog.Title fontSize="title">Where will you be?</Dialog.Title>
              <Action look="text" minH="36px" onClick={onClose}>
                Not now
              </Action>
            </Dialog.Header>
            <Dialog.Body>
              <Box color="ash" mb="10px">
                {`${planned ?? ""} is planned for the sun, the moon and the stars of that place. It stays on this machine.`}
              </Box>
              <PlaceForm busy={busy} onPlace={onPlace} />
              {problem && (
                <Box role="alert" color="coral" mt="8px">
                  {problem}
                </Box>
              )}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function PlaceForm({ busy, onPlace }: Pick<PlaceQuestionProps, "busy" | "onPlace">) {
  const { register, setValue, watch, handleSubmit, formState } = useForm({
    defaultValues: { name: "", coordinates: "" },
    resolver: zodResolver(typedPlace),
  });
  const [unheard, setUnheard] = useState<string | null>(null);
  const { errors } = formState;
  const marked = typedCoordinates.safeParse(watch("coordinates"));
  const point = async (at: Coordinates) => {
    setValue("coordinates", printCoordinates(at));
    setValue("name", await nameOf(at).catch(() => NAMELESS));
  };
  const askDevice = () => {
    setUnheard(null);
    if (!navigator.geolocation)
      return setUnheard("This browser cannot say where it is. Search a town, or click on the map.");
    navigator.geolocation.getCurrentPosition(
      ({ coords: { latitude, longitude } }) => void point({ latitudeDeg: latitude, longitudeDeg: longitude }),
      ({ message }) =>
        setUnheard(`The device did not say where it is (${message}). Search a town, or click on the map.`),
    );
  };
  return (
    <Box
      as="form"
      onSubmit={handleSubmit(({ name, coordinates: { latitudeDeg, longitudeDeg } }) =>
        onPlace({ name, latitudeDeg, longitudeDeg }),
      )}
    >
      <PlaceSearch
        label="A town (no network needed)"
        onPlace={({ name, latitudeDeg, longitudeDeg }) => onPlace({ name, latitudeDeg, longitudeDeg })}
      />
      <Box height={{ base: "170px", md: "230px" }} my="10px" position="relative" display="flex">
        <WorldMap
          sites={marked.success ? [{ id: "", name: watch("name"), ...marked.data }] : []}
          chosenId=""
          onChoose={() => {}}
          onPlace={(at) => void point(at)}
        />
      </Box>
      <Flex gap="10px" wrap="wrap" align="flex-end">
        <Box flex="1 1 150px">
          <TextField
            label="Coordinates"
            mono
            placeholder="53.86, -3.42"
            problem={errors.coordinates?.message}
            {...register("coordinates")}
          />
        </Box>
        <Box flex="1 1 150px">
          <TextField label="Name of the place" problem={errors.name?.message} {...register("name")} />
        </Box>
        <Action type="submit" look="main" disabled={busy}>
          Plan it here
        </Action>
      </Flex>
      <Action look="text" mt="8px" onClick={askDevice}>
        <LocateFixed size={14} /> Ask this device where it is
      </Action>
      {unheard && (
        <Box role="alert" color="coral" fontSize="note">
          {unheard}
        </Box>
      )}
    </Box>
  );
}
