/** Chromium from Debian's packages, without a sandbox: containers and CI run as root. */
process.env.CHROME_BIN ??= '/usr/bin/chromium';

module.exports = (config) =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    browsers: ['Headless'],
    customLaunchers: {
      Headless: {
        base: 'ChromeHeadless',
        flags: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
      },
    },
    reporters: ['dots'],
    client: { jasmine: { random: true } },
    restartOnFileChange: false,
  });
