/** Fetches a head of JSON and numbers after it, as routes' `headed` sends them. @throws Error when it cannot be fetched. */
export async function fetchHeaded(address: string | URL): Promise<{ head: unknown; body: ArrayBuffer; at: number }> {
  const response = await fetch(new URL(address, self.location.origin));
  if (!response.ok) throw new Error(`The picture's light could not be fetched (${response.status}).`);
  const body = await response.arrayBuffer();
  const headBytes = new DataView(body).getUint32(0, true);
  const head: unknown = JSON.parse(new TextDecoder().decode(new Uint8Array(body, 4, headBytes)));
  return { head, body, at: 4 + headBytes };
}
