import "@fontsource-variable/archivo/wdth.css";
import "@fontsource-variable/azeret-mono";
import "@/ui/global.css";
import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { Providers } from "@/ui/Providers";

export const metadata: Metadata = {
  title: "aevumen",
  description: "The bench for night photographers who build long exposures on a phone and a tripod.",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  const nonce = (await headers()).get("x-nonce") ?? "";
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Providers nonce={nonce}>{children}</Providers>
      </body>
    </html>
  );
}
