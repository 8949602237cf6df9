import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, type ReactNode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider, useRouteError } from "react-router";
import { BASE } from "./api/client";
import { KINDS } from "./kinds";
import { NotHere } from "./ui/NotHere";
import { Shelf } from "./shelf/Shelf";
import { ErrorBoundary } from "./ui/ErrorBoundary";
import "./styles.css";

/** Each page by itself, so that what goes wrong in it is said by us and not by the router. */
const page = (element: ReactNode) => <ErrorBoundary what="This page">{element}</ErrorBoundary>;

/** What went wrong on the way to a page, as if it had gone wrong in it. */
function Fault(): never {
  throw useRouteError();
}

/** A card of the catalogue, with what it shows. */
const cardPage = (as: "card" | "cases") => async () => {
  const [{ default: CardPage }] = await Promise.all([
    import("./gallery/CardPage"),
    KINDS.formula.Work.fetch(),
    KINDS.cases.Work.fetch(), // one leads to the other
  ]);
  return { element: page(<CardPage key={as} as={as} />) };
};

const router = createBrowserRouter(
  [
    { path: "/", element: page(<Shelf />) },
    {
      path: "/problems/:id",
      lazy: async () => {
        const { default: BenchPage } = await import("./bench/BenchPage");
        return { element: page(<BenchPage />) };
      },
    },
    {
      path: "/cards",
      lazy: async () => {
        const { default: Gallery } = await import("./gallery/Gallery");
        return { element: page(<Gallery />) };
      },
    },
    {
      path: "/cards/sheet",
      lazy: async () => {
        const { default: SheetPage } = await import("./gallery/SheetPage");
        return { element: page(<SheetPage />) };
      },
    },
    { path: "/cards/:name", lazy: cardPage("card") },
    { path: "/cards/:name/cases", lazy: cardPage("cases") },
    { path: "*", element: page(<NotHere />) },
  ].map((route) => ({ ...route, hydrateFallbackElement: <></>, errorElement: page(<Fault />) })),
  { basename: BASE },
);
const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <ErrorBoundary what="This page">
          <RouterProvider router={router} />
        </ErrorBoundary>
      </QueryClientProvider>
    </StrictMode>,
  );
}
