import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import { SWRConfig } from 'swr';
import './app.css';
import { watchActivity } from './data/activity';
import { SessionProvider } from './data/session';
import { ApiProblem } from './data/api';
import { useTheme } from './data/theme';
import { router } from './routes';
import { KeysProvider } from './ui/keys';
import { Failed, Loading } from './ui/states';

function Toasts() {
  const theme = useTheme();
  return (
    <Toaster
      position="bottom-center"
      theme={theme === 'night' ? 'dark' : 'light'}
      toastOptions={{ style: { fontFamily: 'var(--font-sans)' } }}
    />
  );
}

watchActivity();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <SWRConfig
      value={{
        // A problem the server explained does not go away by asking again.
        onErrorRetry: (error, _key, config, revalidate, { retryCount }) => {
          if (error instanceof ApiProblem || retryCount > 8) return;
          setTimeout(() => void revalidate({ retryCount }), config.errorRetryInterval);
        },
        errorRetryInterval: 4000,
      }}
    >
      <SessionProvider
        waiting={<Loading />}
        failed={(retry) => <Failed error={new Error('The server cannot be reached.')} retry={retry} />}
      >
        <KeysProvider>
          <RouterProvider router={router} />
          <Toasts />
        </KeysProvider>
      </SessionProvider>
    </SWRConfig>
  </StrictMode>,
);
