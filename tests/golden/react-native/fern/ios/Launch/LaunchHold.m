// Part of your app: written by Scaena, yours without conditions (0BSD). Tells React Native of LaunchHold.swift, and that of
// the app's first window. The next export replaces it for as long as you leave it unchanged.
#import <React/RCTBridgeModule.h>
#import <UIKit/UIKit.h>

@interface RCT_EXTERN_REMAP_MODULE (LaunchHold, LaunchHold, NSObject)
_RCT_EXTERN_REMAP_METHOD(release, release_, NO)
@end

@interface LaunchHold (Windows)
+ (void)windowIsSeen:(NSNotification *)note;
@end

__attribute__((constructor)) static void lookForTheFirstWindow(void) {
  [[NSNotificationCenter defaultCenter] addObserver:[LaunchHold class]
                                           selector:@selector(windowIsSeen:)
                                               name:UIWindowDidBecomeVisibleNotification
                                             object:nil];
}
