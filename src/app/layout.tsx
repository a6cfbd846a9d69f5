import '@fontsource-variable/figtree';
import '@fontsource-variable/source-serif-4';
import 'antd/dist/antd.css';
import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { preload } from 'react-dom';
import '../ui/base.css';
import { theDesk } from './api/v1/respond';
import { firstFonts } from './fonts';

// Pages are drawn for each request: they carry the present settings and a nonce of their own.
export const dynamic = 'force-dynamic';

export const metadata: Metadata = {
  applicationName: 'Oak Lantern',
  manifest: '/manifest.webmanifest',
  icons: { icon: '/mark.svg', apple: '/icons/mark-192.png' },
};

/** The keyboard of a telephone takes its room from the page, so that what is at its foot stays in sight. */
export const viewport: Viewport = {
  width: 'device-width',
  initialScale: 1,
  viewportFit: 'cover',
  interactiveWidget: 'resizes-content',
  themeColor: '#fffdf8',
};

export default function Layout({ children }: { children: ReactNode }) {
  for (const font of firstFonts) preload(font, { as: 'font', type: 'font/woff2', crossOrigin: 'anonymous' });
  return (
    <html lang="en" data-theme={theDesk().settings().theme}>
      <body>{children}</body>
    </html>
  );
}
