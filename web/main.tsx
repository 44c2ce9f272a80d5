import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { SWRConfig } from 'swr';
import './app.css';
import { watchActivity } from './data/activity';
import { ApiProblem } from './data/api';
import { SessionProvider } from './data/session';
import { Shell } from './Shell';
import { Failed, Loading } from './ui/states';

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
        <Shell />
      </SessionProvider>
    </SWRConfig>
  </StrictMode>,
);
