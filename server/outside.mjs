/** For bundles that run here: third-party packages stay outside, and are loaded from where they are installed. */
export const thirdPartyStaysOutside = {
  name: "third-party-stays-outside",
  setup(builder) {
    builder.onResolve({ filter: /^[^./]/ }, ({ path }) =>
      path.startsWith("@verdant/") ? undefined : { path, external: true },
    );
  },
};
