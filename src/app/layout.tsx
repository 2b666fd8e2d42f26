import "@fontsource-variable/archivo/wdth.css";
import "@fontsource-variable/azeret-mono";
import "@/ui/global.css";
import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";
import { Providers } from "@/ui/Providers";

export const metadata: Metadata = {
  title: "aevumen",
  description: "The bench for night photographers who build long exposures on a phone and a tripod.",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default function RootLayout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
