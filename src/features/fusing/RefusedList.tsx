import { Box } from "@chakra-ui/react";

/** Files that did not take part, each with its reason. */
export function RefusedList({
  refused,
}: {
  readonly refused: readonly { readonly name: string; readonly reason: string }[];
}) {
  if (refused.length === 0) return null;
  return (
    <Box as="section" mt="10px">
      <Box as="h3" fontSize="note" fontWeight={620} color="coral">
        {refused.length === 1 ? "1 file was not taken" : `${refused.length} files were not taken`}
      </Box>
      <Box as="ul" listStyleType="none">
        {refused.map(({ name, reason }) => (
          <Box as="li" key={`${name} ${reason}`} fontSize="note" py="5px" borderBottomWidth="1px" borderColor="line">
            <Box fontFamily="mono" overflowWrap="anywhere">
              {name}
            </Box>
            <Box color="ash">{reason}</Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
