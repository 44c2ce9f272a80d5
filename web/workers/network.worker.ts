import { networkOf, type NetworkAsked } from '../places/insight/network';

/** Lays a network out off the page's own thread. */
self.onmessage = ({ data }: MessageEvent<NetworkAsked>) => {
  self.postMessage(networkOf(data));
};
