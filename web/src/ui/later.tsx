import { lazy, useState, type ComponentType } from "react";

/** A component whose code comes when it is first needed, or when it is fetched beforehand: then it is there at once. */
export type Later<P extends object> = ComponentType<P> & { fetch: () => Promise<unknown> };

/** As `lazy`, which by itself shows a placeholder even for what is there, and React leaves a placeholder for 300 ms at least. */
export function later<P extends object>(load: () => Promise<{ default: ComponentType<P> }>): Later<P> {
  const here: { component: ComponentType<P> | null } = { component: null };
  const fetch = () =>
    load().then((module) => {
      here.component = module.default;
      return module;
    });
  const Waiting: ComponentType<P> = lazy(fetch);
  const LaterOn = (props: P) => {
    const [Now] = useState(() => here.component ?? Waiting);
    return <Now {...props} />;
  };
  return Object.assign(LaterOn, { fetch });
}
