import { type NextRequest, NextResponse } from "next/server";
import { FOREIGN, isForeign } from "./app/foreign";

/**
 * What a page may load and run: its own files, and of scripts only those that carry the page's one-time word. Styles are
 * written into the page as it is drawn and cannot carry it.
 */
function contentSecurityPolicy(nonce: string): string {
  // In development the framework compiles code in the page.
  const evaluating = process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : "";
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${evaluating}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "media-src 'self' blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}

const UNREADABLE = { code: "invalid-address", message: "This address cannot be read.", details: [] };

function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/**
 * Gives every page its own one-time word for scripts, which the layout hands on; turns away requests for other names than this
 * machine's, and addresses that are no text.
 */
export function proxy(request: NextRequest): NextResponse {
  if (isForeign(request.headers)) return NextResponse.json({ ...FOREIGN, details: [] }, { status: 403 });
  if (!isReadable(request.nextUrl.pathname)) return NextResponse.json(UNREADABLE, { status: 400 });
  const nonce = btoa(crypto.randomUUID());
  const policy = contentSecurityPolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  // The framework reads the word from here for its own scripts.
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return response;
}

// Of the interface only addresses with escapes: a body that passes here would be held in memory, and cut.
export const config = { matcher: ["/((?!api/|_next/static|icon.svg).*)", "/api/(.*%.*)"] };
