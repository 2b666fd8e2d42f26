import type { LayerStops } from "../stack/layerIds";
import type { StackMethod } from "../stack/methodIds";
import { type ParsedRecipe, parseRecipe } from "./parseRecipe";
import { printRecipe } from "./printRecipe";
import type { Recipe } from "./recipe";

/** Namespace of the application's own XMP properties; a name, not an address. */
export const XMP_NAMESPACE = "urn:aevumen:xmp:1";

const escapeXml = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;").replaceAll('"', "&quot;");
const unescapeXml = (text: string): string =>
  text.replaceAll("&quot;", '"').replaceAll("&gt;", ">").replaceAll("&lt;", "<").replaceAll("&amp;", "&");

/** An XMP packet that carries the recipe line and, for a fused picture, how many frames went in, how, and by how many stops its parts are raised; for a finished one its look line. */
export function recipeXmp(
  recipe: Recipe,
  {
    frames,
    fused,
    balance,
    look,
  }: {
    readonly frames?: number;
    readonly fused?: StackMethod;
    readonly balance?: LayerStops;
    readonly look?: string;
  } = {},
): string {
  const line = escapeXml(printRecipe(recipe));
  const count = frames === undefined ? "" : ` aevumen:frames="${frames}"`;
  const method = fused === undefined ? "" : ` aevumen:fused="${fused}"`;
  const weighed = balance === undefined ? "" : ` aevumen:balance="${escapeXml(JSON.stringify(balance))}"`;
  const looks = look === undefined ? "" : ` aevumen:look="${escapeXml(look)}"`;
  return `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
<rdf:Description rdf:about="" xmlns:aevumen="${XMP_NAMESPACE}" aevumen:recipe="${line}"${count}${method}${weighed}${looks}/>
</rdf:RDF></x:xmpmeta>
<?xpacket end="w"?>`;
}

/** Reads the recipe back from an XMP packet; null when the packet carries none. */
export function recipeFromXmp(xmp: string): ParsedRecipe | null {
  const match = /aevumen:recipe="([^"]*)"/.exec(xmp);
  return match ? parseRecipe(unescapeXml(match[1]!)) : null;
}

/** Reads the look line back from an XMP packet; null when the packet carries none. */
export function lookFromXmp(xmp: string): string | null {
  const match = /aevumen:look="([^"]*)"/.exec(xmp);
  return match ? unescapeXml(match[1]!) : null;
}
