package com.facebook.react.uimanager

import android.view.View

open class ReactShadowNode

abstract class ViewManager<T : View, C : ReactShadowNode>
