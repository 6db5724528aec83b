import type { ReactNode } from 'react';
import { vi } from 'vitest';

/** In tests there is no server to visit: what would be visited is noted. All tests share it, so that they need not be isolated. */
export const router = { visit: vi.fn(), reload: vi.fn(), post: vi.fn(), delete: vi.fn(), put: vi.fn() };
export const Head = (): null => null;
export const Link = ({ children }: { children: ReactNode }) => <a href="/">{children}</a>;
export const usePage = () => ({ props: {}, url: '/' });
