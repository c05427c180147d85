'use client';

import { ActionIcon, useMantineColorScheme } from '@mantine/core';
import { IconMoon, IconSun } from '@tabler/icons-react';
import { PageLink } from './PageLink';
import type { ReactNode } from 'react';
import css from './frame.module.css';

export interface TrailStep {
  label: string;
  href?: string;
}

/** Head and body of every screen: the mark, where one is, and what can be done here. */
export function Frame({
  trail,
  middle,
  skips = [],
  children,
}: {
  trail: TrailStep[];
  middle?: ReactNode;
  /** Where the keyboard can go at once, beside the content: ids of the page, and what is there. */
  skips?: readonly { id: string; label: string }[];
  children: ReactNode;
}) {
  return (
    <div className="frame">
      <nav className={css.skips} aria-label="Skip to">
        {[{ id: 'content', label: 'the content' }, ...skips].map(({ id, label }) => (
          <a key={id} href={`#${id}`} className={css.skip}>
            Skip to {label}
          </a>
        ))}
      </nav>
      <header className="frame-head">
        <PageLink className={css.home} href="/">
          <Emblem />
          Gorge
        </PageLink>
        <nav className={`trail ${css.trail}`} aria-label="Where you are">
          {trail.map((step, index) => (
            <span key={step.label}>
              {index > 0 && <span className="quiet">/ </span>}
              {step.href ? (
                <PageLink href={step.href}>{step.label}</PageLink>
              ) : (
                <h1 className={css.here}>{step.label}</h1>
              )}
            </span>
          ))}
        </nav>
        <div className="rest" />
        {middle}
        <PageLink
          className={css.helpLink}
          href="/help"
          target="gorge-help"
          title="Recipes, the language, every field and measure"
        >
          Help
        </PageLink>
        <SchemeSwitch />
      </header>
      <main className="frame-body" id="content" tabIndex={-1}>
        {children}
      </main>
    </div>
  );
}

/** Layers of rock with a cut through them. */
function Emblem() {
  return (
    <svg width="26" height="18" viewBox="0 0 26 18" aria-hidden="true">
      <g stroke="var(--river)" strokeWidth="3" strokeLinecap="round">
        <path d="M2 2.500h8M16 2.500h8M4 9h7M15 9h7M6 15.500h6M14 15.500h6" />
      </g>
    </svg>
  );
}

function SchemeSwitch() {
  const { toggleColorScheme } = useMantineColorScheme();
  return (
    <ActionIcon
      variant="subtle"
      color="gray"
      aria-label="Light or dark"
      title="Light or dark"
      onClick={() => toggleColorScheme()}
    >
      <IconSun size={17} className="mantine-dark-hidden" />
      <IconMoon size={17} className="mantine-light-hidden" />
    </ActionIcon>
  );
}
