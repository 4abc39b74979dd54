/** How many times slower this machine is now than an idle one of the usual kind; from 1 to 10. */
export declare function measureSlowness(): number;
