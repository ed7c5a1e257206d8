import type { Theme } from '@mui/material/styles';
import { condensed } from './theme';

/** The current view is an ink block with paper text: nothing is told by yellow alone. */
export const viewItem = (wide: boolean, here = false) =>
  ({
    fontFamily: condensed,
    fontWeight: 600,
    fontSize: wide ? '1.08rem' : '1rem',
    color: 'text.primary',
    textDecoration: 'none',
    display: 'flex',
    alignItems: 'center',
    justifyContent: 'center',
    border: 0,
    background: 'none',
    cursor: 'pointer',
    ...(wide ? { px: 1.75, my: 0.75, borderRadius: 1 } : { flex: 1, minHeight: 56 }),
    ...(here && { bgcolor: 'text.primary', color: 'background.paper' }),
    '&.active': { bgcolor: 'text.primary', color: 'background.paper' },
    '&:focus-visible': { outline: '3px solid', outlineColor: (t: Theme) => (t.vars ?? t).palette.label.main, outlineOffset: -3 },
  }) as const;
