#pragma once
#import <Foundation/Foundation.h>
@interface UIView : NSObject
@end
extern NSString *const UIWindowDidBecomeVisibleNotification;
