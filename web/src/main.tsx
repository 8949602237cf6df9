import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense, type ReactNode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { BASE } from "./api/client";
import { NotHere } from "./ui/NotHere";
import { Shelf } from "./shelf/Shelf";
import { ErrorBoundary } from "./ui/ErrorBoundary";
import "./styles.css";

const BenchPage = lazy(() => import("./bench/BenchPage"));
const Gallery = lazy(() => import("./gallery/Gallery"));
const CardPage = lazy(() => import("./gallery/CardPage"));
const SheetPage = lazy(() => import("./gallery/SheetPage"));

/** Each page by itself, so that what goes wrong in it is said by us and not by the router. */
const page = (element: ReactNode) => <ErrorBoundary what="This page">{element}</ErrorBoundary>;

const router = createBrowserRouter(
  [
    { path: "/", element: page(<Shelf />) },
    { path: "/problems/:id", element: page(<BenchPage />) },
    { path: "/cards", element: page(<Gallery />) },
    { path: "/cards/sheet", element: page(<SheetPage />) },
    { path: "/cards/:name", element: page(<CardPage as="card" />) },
    { path: "/cards/:name/cases", element: page(<CardPage as="cases" />) },
    { path: "*", element: page(<NotHere />) },
  ],
  { basename: BASE },
);
const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <ErrorBoundary what="This page">
          <Suspense fallback={<p className="p-8 text-soft">One moment …</p>}>
            <RouterProvider router={router} />
          </Suspense>
        </ErrorBoundary>
      </QueryClientProvider>
    </StrictMode>,
  );
}
