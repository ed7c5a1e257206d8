import { Component, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { Waiting } from '../ui/Page';

class Boundary extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state = { error: null as Error | null };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error('This view broke.') };
  }

  override render() {
    const { error } = this.state;
    if (!error) return this.props.children;
    // Script that could not be fetched: no network, or a new version stands on the server.
    const lost = /import|module|fetch/i.test(error.message);
    return (
      <Waiting
        error={lost ? new Error('This view could not be fetched: no network, or a new version. Load the page anew.') : error}
        retry={() => window.location.reload()}
      />
    );
  }
}

/** What breaks in a view is said in its place; another view is another try. */
export function Caught({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return <Boundary key={pathname}>{children}</Boundary>;
}
