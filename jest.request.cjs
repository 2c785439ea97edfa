// Unit tests stand in no request: a keeper without cookies, who measures in metric, at his own machine. A test of other units says so itself.
jest.mock('next/headers', () => ({
  cookies: async () => ({ get: () => undefined }),
  headers: async () => ({ get: () => null }),
}))
