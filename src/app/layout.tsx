import '@fontsource-variable/bricolage-grotesque';
import '@fontsource-variable/instrument-sans';
import '@fontsource-variable/jetbrains-mono';
import './globals.css';
import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { fontClasses } from './fonts';

export const metadata: Metadata = { title: 'Jicara', description: 'Storage upgrades, checked and proved' };

export default async function Layout({ children }: { children: ReactNode }) {
  const theme = (await cookies()).get('theme')?.value;
  return (
    <html
      lang="en"
      className={fontClasses}
      data-theme={theme === 'light' || theme === 'dark' ? theme : 'auto'}
    >
      <body>{children}</body>
    </html>
  );
}
